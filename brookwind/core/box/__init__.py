"""The tackle box: compartments of every kind, tests of what lies in them, stock, packing."""
