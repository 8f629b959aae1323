"""Many cases of a kind: a few of them in `make test`, all the others in `make judge`."""

import pytest

KEPT = 6
"""So many of each kind are what a stranger waits for."""


def few(cases, kept=KEPT, splat=True):
    """The cases for a parametrization; those after the first ``kept`` are marked for the judge.

    A case that is a tuple has a value for each parameter, unless ``splat`` is false."""
    cases = list(cases)
    late = [each if splat and isinstance(each, tuple) else (each,) for each in cases[kept:]]
    return [*cases[:kept], *(pytest.param(*each, marks=pytest.mark.judge) for each in late)]
