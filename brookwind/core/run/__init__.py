"""The run: what lies between rod and float."""
