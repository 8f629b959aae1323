"""Carrying a helicopter from one hangar to another: everything of it as one file."""
