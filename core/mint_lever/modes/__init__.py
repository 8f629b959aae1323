"""Flight modes: pitch in degrees at the blade, rates, and what happens when the switch moves."""
