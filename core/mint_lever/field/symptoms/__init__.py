"""What a pilot sees in the air, and what is done about it."""
