"""Documents by digest: kept once a helicopter, read through the core whatever their version."""

import hashlib
import json
from collections.abc import Mapping
from functools import lru_cache
from typing import Any

from django.db.models import ManyToOneRel, OuterRef, Subquery

from mint_lever.setup import Setup, read_setup, share_parts
from mint_lever_server.hangar.models import Document, DraftState, Helicopter, Revision


def canonical(document: Mapping[str, Any]) -> str:
    """One document, always the same text."""
    return json.dumps(document, sort_keys=True, separators=(",", ":"))


def keep(helicopter: Helicopter, setup: Setup) -> Document:
    """Keep a setup, or find it kept."""
    text = canonical(setup.as_document())
    digest = hashlib.sha256(text.encode()).hexdigest()
    kept, _ = Document.objects.get_or_create(
        helicopter=helicopter, digest=digest, defaults={"text": text}
    )
    return kept


def kept_today(helicopter: Helicopter, document: Document) -> Document:
    """The document as one of today: itself, unless it was written by an older version."""
    return document if _of_today(document.text) else keep(helicopter, setup_of(document))


@lru_cache(maxsize=256)
def _of_today(text: str) -> bool:
    return canonical(setup_of_text(text).as_document()) == text


@lru_cache(maxsize=1024)
def setup_of_text(text: str) -> Setup:
    """The setup of a document's text: the same object each time, so that the core's own memory of
    what it found about a setup serves from one request to the next."""
    return share_parts(read_setup(json.loads(text)))


def setup_of(document: Document) -> Setup:
    """The setup of a kept document."""
    return setup_of_text(document.text)


def sweep(helicopter: Helicopter) -> None:
    """Let go of documents that no state, revision or log of the helicopter has any more."""
    unused = helicopter.documents.all()
    # Hidden relations too: no model that keeps a document wants a way back from it.
    for relation in Document._meta.get_fields(include_hidden=True):
        if isinstance(relation, ManyToOneRel):
            users = relation.related_model._base_manager.filter(document__helicopter=helicopter)
            unused = unused.exclude(pk__in=users.values(relation.field.attname))
    unused.delete()


def newest_revision(helicopter: str, of: str = "number") -> Subquery:
    """A query's column: the newest revision's number, or another field of it, of the helicopter
    that stands at a field of the query; None without one."""
    revisions = Revision.objects.filter(helicopter=OuterRef(helicopter)).order_by("-number")
    return Subquery(revisions.values(of)[:1])


def present_state(draft_id: int, position: int) -> DraftState:
    """The state a draft is in, with its document."""
    return DraftState.objects.select_related("document").get(draft_id=draft_id, position=position)
