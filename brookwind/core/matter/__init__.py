"""What things are made of: materials, water, air."""
