"""A programme on its way out: table, JSON, calendar, and the season letter for the client."""
