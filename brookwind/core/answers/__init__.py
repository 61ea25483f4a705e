"""What screens and command line ask for, each in one call."""
