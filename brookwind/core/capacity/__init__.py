"""Which capacity: what each need asks of the float, and the floats of the box against it."""
