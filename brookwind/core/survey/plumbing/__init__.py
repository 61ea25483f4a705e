"""Finding the depth with a plummet: what each cast tells, what it leaves open, and what to try next."""
