"""SQLite as Django has it, with writers that take turns."""
