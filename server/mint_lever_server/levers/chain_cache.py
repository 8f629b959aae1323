"""Built chains, kept: a draft's version, once counted, always names the same setup."""

import uuid
from functools import lru_cache

from django.http import Http404
from django.shortcuts import get_object_or_404

from mint_lever.model import Chain, build_chain
from mint_lever_server.config.prepared_query import Prepared
from mint_lever_server.config.problems import Refused
from mint_lever_server.hangar.documents import setup_of
from mint_lever_server.hangar.models import DraftVersion, Helicopter

_THEIRS = Prepared(
    lambda: (
        Helicopter.objects.filter(pk=uuid.UUID(int=0)).filter(owner_id=0).values_list("owner_id")
    )
)


def chain_of(pilot_id: int, helicopter_id: uuid.UUID, version: int) -> Chain:
    """Build the chain of a pilot's draft as of a version, or give the one built before.

    Raises Http404 when the helicopter is not this pilot's, or no longer there; refused when the
    draft has moved on so far that nothing is known of that version, or never came to it.
    """
    # Asked each time: another process may have removed it.
    if _THEIRS.first(helicopter_id.hex, pilot_id) is None:
        raise Http404
    return _built(helicopter_id, version)


@lru_cache(maxsize=64)
def _built(helicopter_id: uuid.UUID, version: int) -> Chain:
    """Only what the database allowed is kept: a version, once counted, is one setup for good."""
    versions = DraftVersion.objects.select_related("document")
    kept = versions.filter(helicopter_id=helicopter_id, number=version).first()
    if kept is None:
        helicopter = get_object_or_404(Helicopter, pk=helicopter_id)
        raise Refused(
            409,
            "This draft was changed elsewhere",
            f"The page asks for version {version}.",
            version=helicopter.draft.version,
        )
    return build_chain(setup_of(kept.document))
