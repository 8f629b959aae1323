"""Built chains, kept: a draft's version, once counted, always names the same setup."""

import uuid
from functools import lru_cache

from django.db.models import F
from django.http import Http404

from config.problems import Refused
from hangar.documents import setup_of
from hangar.models import DraftState, Helicopter
from mint_lever.chain import Chain, build_chain


def chain_of(pilot_id: int, helicopter_id: uuid.UUID, version: int) -> Chain:
    """Build the chain of a pilot's draft as of a version, or give the one built before.

    Raises Http404 when the helicopter is not this pilot's, or no longer there; refused when the
    draft has moved on.
    """
    # Asked each time: another process may have removed it.
    if not Helicopter.objects.filter(pk=helicopter_id, owner_id=pilot_id).exists():
        raise Http404
    return _built(pilot_id, helicopter_id, version)


@lru_cache(maxsize=64)
def _built(pilot_id: int, helicopter_id: uuid.UUID, version: int) -> Chain:
    """Only what the database allowed is kept: a version, once counted, is one setup for good."""
    # Version and document in one query, so that they belong together.
    states = DraftState.objects.select_related("draft", "document").filter(
        draft__helicopter_id=helicopter_id,
        draft__helicopter__owner_id=pilot_id,
        draft__practice=F("draft__helicopter__practising"),
        position=F("draft__position"),
    )
    state = states.first()
    if state is None:
        raise Http404
    if state.draft.version != version:
        raise Refused(
            409,
            "This draft was changed elsewhere",
            f"The page asks for version {version}.",
            version=state.draft.version,
        )
    return build_chain(setup_of(state.document))
