"""The computation. No web, no database, no files, no clock, no network."""
