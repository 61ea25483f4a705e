"""What is known of a swim: soundings, plumbing, level, drifts."""
