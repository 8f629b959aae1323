"""The rotor head: blade pitch from the swash's pose, and its harmonics round the shaft."""
