"""A flight's log: read from any CSV, and what it tells of head speed, tail and pack."""
