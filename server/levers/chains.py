"""Built chains, kept while their draft stays as it is."""

import uuid
from functools import lru_cache

from django.contrib.auth.models import User
from django.db.models import F
from django.http import Http404

from hangar.models import DraftState
from mint_lever.chain import Chain, build_chain
from mint_lever.setup import read_setup


def present_chain(pilot: User, helicopter_id: uuid.UUID) -> tuple[int, Chain]:
    """Give the draft's version and chain; not found when it is not the pilot's."""
    # One query, so that the version and the state always belong together.
    found = (
        DraftState.objects.filter(
            draft__helicopter_id=helicopter_id,
            draft__helicopter__owner=pilot,
            position=F("draft__position"),
        )
        .values_list("draft__version", "pk")
        .first()
    )
    if found is None:
        raise Http404
    version, state = found
    return version, _built(helicopter_id, state)


@lru_cache(maxsize=64)
def _built(helicopter_id: uuid.UUID, state: int) -> Chain:
    """A state never changes once written, so a chain once built stays right."""
    row = DraftState.objects.filter(pk=state, draft__helicopter_id=helicopter_id).first()
    if row is None:  # undone and overwritten since the version was read; the next frame has it
        raise Http404
    return build_chain(read_setup(row.document))
