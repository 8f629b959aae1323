"""Questions that several steps ask in the same way."""
