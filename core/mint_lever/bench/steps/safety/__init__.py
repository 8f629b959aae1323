"""Steps that keep a helicopter from doing harm, at the start and at the end of the work."""
