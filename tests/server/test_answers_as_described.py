"""Calls drawn from the API's own description, on a live server: ten thousand of them are the
benchmark's, these are a few of every route."""

import pytest

from fuzzed import fuzz


@pytest.mark.judge
def test_every_route_is_reached_and_answers_as_it_is_described(address):
    met = fuzz(address, a_route=2, seed=11)
    assert met.failures == []
    assert met.never_taken == []
    assert len(met.answers) > 80
