"""Signing up, in and out, and changing a password."""

from typing import Annotated

from django.conf import settings
from django.contrib.auth import authenticate, logout, update_session_auth_hash
from django.contrib.auth.forms import PasswordChangeForm
from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse
from ninja import Field, Router, Schema
from ninja.security import APIKeyCookie

from accounts.door import remember, sign_in_as, sign_up_from
from accounts.entry import let_in
from accounts.hashing import hashing
from accounts.names import tidied
from accounts.pilot import pilot_of
from accounts.signing_up import make_account
from accounts.words import faults_of
from config.problems import Refused
from demo.models import is_visitor, prepared_pilot

router = Router(tags=["account"])


class SameSite(APIKeyCookie):
    """Lets anybody in who sends the CSRF token: sign-in itself must not be forgeable."""

    param_name = settings.CSRF_COOKIE_NAME

    def authenticate(self, request: HttpRequest, key: str | None) -> str:
        """Accept: the token was checked before this is asked."""
        return "anybody"


Word = Annotated[str, Field(max_length=150)]


class Who(Schema):
    """Who is signed in, if anybody; whether this server has a demo hangar to look at."""

    pilot: str | None
    demo: bool


class Credentials(Schema):
    """A pilot's name and password."""

    name: Word
    password: Word


class NewPassword(Schema):
    """The password in use, and the one to use from now on."""

    old_password: Word
    new_password: Word


def who_is(request: HttpRequest) -> Who:
    """Say who is signed in, and whether there is a demo."""
    user = request.user
    return Who(
        pilot=user.get_username() if user.is_authenticated else None,
        demo=prepared_pilot() is not None,
    )


@router.get("", response=Who, auth=None)
def who(request: HttpRequest) -> Who:
    """Say who is signed in."""
    return who_is(request)


@router.post("/sign-up", response=Who, auth=SameSite())
def sign_up(request: HttpRequest, response: HttpResponse, given: Credentials) -> Who:
    """Make an account and sign in. One line makes so many in an hour."""
    knock = sign_up_from(request)
    knock.wait()
    pilot = make_account(given.name, given.password, knock)
    let_in(request, pilot)
    remember(request, response, pilot.username)
    return who_is(request)


@router.post("/sign-in", response=Who, auth=SameSite())
def sign_in(request: HttpRequest, response: HttpResponse, given: Credentials) -> Who:
    """Sign in; after five wrong passwords each further try waits longer, half a minute at most."""
    name = tidied(given.name)
    knock = sign_in_as(request, name)
    knock.wait()
    with hashing():
        user = authenticate(request, username=name, password=given.password)
    if user is None:
        knock.note()
        raise Refused(
            403, "Name or password is wrong", "Check both; capital letters count in a password."
        )
    assert isinstance(user, User)
    knock.forget()
    let_in(request, user)
    remember(request, response, name)
    return who_is(request)


@router.post("/sign-out", response=Who)
def sign_out(request: HttpRequest) -> Who:
    """Sign out."""
    logout(request)
    return who_is(request)


@router.post("/password", response=Who)
def change_password(request: HttpRequest, given: NewPassword) -> Who:
    """Change the password; this session stays, all others of the account end."""
    pilot = pilot_of(request)
    if is_visitor(pilot):
        raise Refused(403, "The demo hangar has no password", "Sign up to have one of your own.")
    form = PasswordChangeForm(
        pilot,
        {
            "old_password": given.old_password,
            "new_password1": given.new_password,
            "new_password2": given.new_password,
        },
    )
    with hashing():
        good = form.is_valid()
        changed = form.save() if good else pilot
    if not good:
        names = {"new_password1": "new_password", "new_password2": "new_password"}
        raise Refused(422, "The password was not changed", faults=faults_of(form, names))
    update_session_auth_hash(request, changed)
    return who_is(request)
