"""Open formats in and out. Everything read here is limited in size and parsed without reaching outside."""
