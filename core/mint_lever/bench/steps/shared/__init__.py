"""What several steps share, and what is too long to stand in a step's own file."""
