"""The stabiliser unit on the bench: what it makes of the channels it receives."""
