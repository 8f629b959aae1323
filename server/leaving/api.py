"""Taking everything along, and leaving for good."""

from typing import Annotated

from django.contrib.auth import logout
from django.contrib.auth.models import User
from django.db import transaction
from django.http import FileResponse, HttpRequest
from ninja import Field, Router, Schema

from accounts.api import Who, who_is
from accounts.door import sign_in_as
from accounts.hashing import hashing
from accounts.pilot import pilot_of
from config.problems import Refused
from demo.models import is_visitor
from leaving.everything import pack
from mint_lever.faults import Fault

router = Router(tags=["account"])


class Leave(Schema):
    """The password in use: nobody else at this browser removes the account."""

    password: Annotated[str, Field(max_length=150)]


@router.get("/everything")
def everything(request: HttpRequest) -> FileResponse:
    """Download everything the pilot has here, in open files."""
    return FileResponse(pack(pilot_of(request)), as_attachment=True, filename="mint-lever.zip")


@router.post("/remove", response=Who)
def remove(request: HttpRequest, given: Leave) -> Who:
    """Remove the account with everything in it, for good."""
    pilot = pilot_of(request)
    if is_visitor(pilot):
        raise Refused(403, "The demo hangar goes by itself", "It is cleared after a day of rest.")
    knock = sign_in_as(request, pilot.get_username())
    knock.wait()
    with hashing():
        right = pilot.check_password(given.password)
    if not right:
        knock.note()
        fault = Fault("password", "what was entered", "the password you use now")
        raise Refused(422, "The account was not removed", faults=[fault])
    with transaction.atomic():
        logout(request)
        User.objects.filter(pk=pilot.pk).delete()
    return who_is(request)
