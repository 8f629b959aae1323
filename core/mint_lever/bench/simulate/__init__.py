"""The simulated bench: a helicopter with hidden truth, behind the operations a pilot has.

Its readings are simulated and never count for a real model.
"""
