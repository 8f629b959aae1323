"""What holds for every test: no example is timed, for a busy machine is not a failure."""

from hypothesis import settings

settings.register_profile("untimed", deadline=None)
settings.load_profile("untimed")
