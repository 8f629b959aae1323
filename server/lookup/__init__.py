"""Looking up words, settings, steps, findings and readings."""
