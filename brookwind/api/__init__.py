"""The HTTP door: thin routes over the core and the store."""
