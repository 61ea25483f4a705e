"""What tries to break it: strangers, floods, kills, and whatever else is not what it should be."""
