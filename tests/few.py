"""Many cases of a kind: a few of them in `make test`, all the others in `make judge`."""

import pytest

KEPT = 6
"""So many of each kind are what a stranger waits for."""


def few(cases, kept=KEPT):
    """The cases for a parametrization; those after the first ``kept`` are marked for the judge."""
    cases = list(cases)
    late = [each if isinstance(each, tuple) else (each,) for each in cases[kept:]]
    return [*cases[:kept], *(pytest.param(*each, marks=pytest.mark.judge) for each in late)]
