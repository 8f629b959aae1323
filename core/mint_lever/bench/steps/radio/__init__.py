"""Steps about the transmitter, and what arrives from it at the unit."""
