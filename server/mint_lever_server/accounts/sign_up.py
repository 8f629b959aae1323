"""Making an account: a name nobody has or looks like, a password that is not soon guessed."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from mint_lever.faults import Fault
from mint_lever_server.accounts.models import PilotName
from mint_lever_server.accounts.password_faults import faults_of_password
from mint_lever_server.accounts.password_hashing import hashing
from mint_lever_server.accounts.pilot_names import free_like, reserved, skeleton, tidied, wrong_with
from mint_lever_server.accounts.try_limits import Knock
from mint_lever_server.config.problems import Refused

_TITLE = "The account was not made"


def make_account(given: str, password: str, knock: Knock) -> User:
    """Make an account. Raises Refused with every fault of name and password; asking for a name that
    is taken counts as a try, for that is a way to learn names."""
    name = tidied(given)
    faults = []
    if wrong := wrong_with(name):
        faults.append(Fault("name", "what was entered", wrong))
    elif _taken(name):
        knock.note()
        faults.append(_taken_fault(name))
    pilot = User(username=name)
    try:
        validate_password(password, pilot)
    except ValidationError as error:
        faults += faults_of_password(error, "password")
    if faults:
        raise Refused(422, _TITLE, faults=faults)
    knock.note()
    with hashing():
        pilot.set_password(password)
    try:
        with transaction.atomic():
            if _taken(name):  # meanwhile
                raise IntegrityError
            pilot.save()
            PilotName.objects.create(user=pilot, skeleton=skeleton(name))
    except IntegrityError as error:
        raise Refused(422, _TITLE, faults=[_taken_fault(name)]) from error
    return pilot


def _taken(name: str) -> bool:
    like = skeleton(name)
    return reserved(like) or PilotName.objects.filter(skeleton=like).exists()


def _taken_fault(name: str) -> Fault:
    like = skeleton(name)
    taken = set(
        PilotName.objects.filter(skeleton__startswith=like).values_list("skeleton", flat=True)
    )
    allowed = f"a name that is nobody's here and looks like nobody's; “{free_like(name, taken)}” is"
    return Fault("name", "what was entered", f"{allowed} free")
