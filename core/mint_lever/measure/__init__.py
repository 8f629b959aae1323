"""Measuring: what a reading is worth, and the next thing to turn, with numbers."""
