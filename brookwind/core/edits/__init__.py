"""Every change of a rig."""
