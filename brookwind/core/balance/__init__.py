"""What hangs on the float, and which weights to choose."""
