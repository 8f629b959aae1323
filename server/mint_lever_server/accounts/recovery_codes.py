"""Codes for a forgotten password: made at sign-up, shown once, each good for one time."""

from __future__ import annotations

import hashlib
import secrets

from django.contrib.auth.models import User
from django.db import transaction

from mint_lever_server.accounts.models import RecoveryCode

COUNT = 8
_LETTERS = "bcdfghjkmnpqrstvwxyz"
"""No vowels, so no words; none that is taken for a digit or another one when written by hand."""
_GROUPS, _IN_A_GROUP = 4, 4


@transaction.atomic
def new_codes(pilot: User) -> list[str]:
    """Make new codes in the place of all that were; they cannot be read again later."""
    codes = [_code() for _ in range(COUNT)]
    RecoveryCode.objects.filter(user=pilot).delete()
    RecoveryCode.objects.bulk_create(
        RecoveryCode(user=pilot, digest=_digest(pilot, code)) for code in codes
    )
    return codes


def has_code(pilot: User, code: str) -> bool:
    """Whether a code is one of the pilot's and was not used yet."""
    return RecoveryCode.objects.filter(user=pilot, digest=_digest(pilot, code)).exists()


def use_up(pilot: User, code: str) -> bool:
    """Use a code; false where another request was faster."""
    used, _ = RecoveryCode.objects.filter(user=pilot, digest=_digest(pilot, code)).delete()
    return used > 0


def count_codes(pilot: User) -> int:
    """How many codes a pilot still has."""
    return RecoveryCode.objects.filter(user=pilot).count()


def _code() -> str:
    groups = ("".join(secrets.choice(_LETTERS) for _ in range(_IN_A_GROUP)) for _ in range(_GROUPS))
    return "-".join(groups)


def _digest(pilot: User, code: str) -> str:
    """Plain SHA-256: sixteen letters of twenty are 69 bits, more than anybody tries through, so no
    slow hash is needed. However it is written: capitals, spaces and hyphens make no difference."""
    letters = "".join(each for each in code.lower() if each.isalnum())
    return hashlib.sha256(f"{pilot.pk}:{letters}".encode()).hexdigest()
