"""The parts of the setup document: each declares its settings once."""
