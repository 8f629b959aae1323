"""From what was seen to the one next thing."""
