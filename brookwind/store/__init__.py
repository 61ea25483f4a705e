"""SQLite behind repositories: tables, migrations, one unit of work per request."""
