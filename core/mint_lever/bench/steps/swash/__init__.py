"""Steps about servos, swashplate and rotor head."""
