"""Changes of a setup: by path, of its shape, of several parts at once."""
