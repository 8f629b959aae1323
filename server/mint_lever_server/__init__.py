"""Mint Lever's server: what pilots keep, who may see it, and the core's answers over an API."""
