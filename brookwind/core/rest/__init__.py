"""A rig at rest: what hangs, where it settles, what its float carries, where its stop belongs."""
