"""Flights as they are recorded, and what they teach."""
