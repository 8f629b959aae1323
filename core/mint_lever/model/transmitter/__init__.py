"""The transmitter's shaping of one function: curves, rates, channel, pulse."""
