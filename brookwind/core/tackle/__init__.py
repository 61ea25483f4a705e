"""Line, leader, hook and what runs through what: whether the tackle matches."""
