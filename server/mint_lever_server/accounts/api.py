"""Signing up, in and out, and changing a password."""

from typing import Annotated

from django.conf import settings
from django.contrib.auth import authenticate, logout, update_session_auth_hash
from django.contrib.auth.forms import PasswordChangeForm
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja import Field, Router, Schema
from ninja.security import APIKeyCookie

from mint_lever.faults import Fault
from mint_lever_server.accounts.password_faults import faults_of, faults_of_password
from mint_lever_server.accounts.password_hashing import hashing
from mint_lever_server.accounts.pilot_names import tidied
from mint_lever_server.accounts.recovery_codes import count_codes, has_code, new_codes, use_up
from mint_lever_server.accounts.sessions import MOST
from mint_lever_server.accounts.sign_in import let_in
from mint_lever_server.accounts.sign_up import make_account
from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.accounts.try_limits import Knock, remember, sign_in_as, sign_up_from
from mint_lever_server.config.problems import Refused
from mint_lever_server.demo.models import is_visitor, prepared_pilot

router = Router(tags=["account"])


class SameSite(APIKeyCookie):
    """Lets anybody in who sends the CSRF token: sign-in itself must not be forgeable."""

    param_name = settings.CSRF_COOKIE_NAME

    def authenticate(self, request: HttpRequest, key: str | None) -> str:
        """Accept: the token was checked before this is asked."""
        return "anybody"


Word = Annotated[str, Field(max_length=150)]


class Who(Schema):
    """Who is signed in, if anybody; whether this server has a demo hangar to look at; what there
    is to be ``told`` of a sign-in, in words."""

    pilot: str | None
    demo: bool
    told: str = ""


class Welcome(Who):
    """A new pilot, with the codes for a forgotten password; they are given once, here."""

    codes: list[str]


class Codes(Schema):
    """Codes for a forgotten password: how many are ``left``; new ones themselves, once."""

    left: int
    codes: list[str] = []


class Credentials(Schema):
    """A pilot's name and password."""

    name: Word
    password: Word


class Forgotten(Schema):
    """A pilot's name, one of the codes, and the password to use from now on."""

    name: Word
    code: Word
    password: Word


class InUse(Schema):
    """The password in use: nobody else at this browser makes new codes or removes the account."""

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
def get_account(request: HttpRequest) -> Who:
    """Say who is signed in."""
    return who_is(request)


@router.post("/sign-up", response=Welcome, auth=SameSite())
def sign_up(request: HttpRequest, response: HttpResponse, given: Credentials) -> Welcome:
    """Make an account and sign in. One line makes so many in an hour."""
    knock = sign_up_from(request)
    knock.wait()
    pilot = make_account(given.name, given.password, knock)
    codes = new_codes(pilot)
    let_in(request, pilot)
    remember(request, response, pilot.username)
    return Welcome(**vars(who_is(request)), codes=codes)


@router.post("/sign-in", response=Who, auth=SameSite())
def sign_in(request: HttpRequest, response: HttpResponse, given: Credentials) -> Who:
    """Sign in; after five wrong passwords each further try waits longer, half a minute at most."""
    name = tidied(given.name)
    knock = sign_in_as(request, name)
    knock.wait()
    with hashing():
        user = authenticate(request, username=name, password=given.password)
    if user is None:
        raise _wrong(knock, "password")
    assert isinstance(user, User)
    return _enter(request, response, user, knock)


@router.post("/password/reset", response=Who, auth=SameSite())
def reset_password(request: HttpRequest, response: HttpResponse, given: Forgotten) -> Who:
    """Set another password with one of the pilot's codes, and sign in. All other sessions of the
    account end. A wrong code is a wrong try as a wrong password is."""
    name = tidied(given.name)
    knock = sign_in_as(request, name)
    knock.wait()
    pilot = User.objects.filter(username=name).first()
    if pilot is None or not has_code(pilot, given.code):
        raise _wrong(knock, "code")
    try:
        validate_password(given.password, pilot)
    except ValidationError as error:
        faults = faults_of_password(error, "password")
        raise Refused(422, "The password was not set", faults=faults) from error
    with hashing():
        pilot.set_password(given.password)
    with transaction.atomic():
        good = use_up(pilot, given.code)
        if good:
            pilot.save(update_fields=["password"])
    # Outside: what a refusal notes down would go with the rest.
    if not good:
        raise _wrong(knock, "code")
    return _enter(request, response, pilot, knock)


@router.post("/sign-out", response=Who)
def sign_out(request: HttpRequest) -> Who:
    """Sign out."""
    logout(request)
    return who_is(request)


@router.post("/password", response=Who)
def change_password(request: HttpRequest, given: NewPassword) -> Who:
    """Change the password; this session stays, all others of the account end."""
    pilot = pilot_of(request)
    _no_visitor(pilot)
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


@router.get("/codes", response=Codes)
def count_recovery_codes(request: HttpRequest) -> Codes:
    """Say how many codes for a forgotten password there still are."""
    return Codes(left=count_codes(pilot_of(request)))


@router.post("/codes", response=Codes)
def renew_recovery_codes(request: HttpRequest, given: InUse) -> Codes:
    """Make new codes for a forgotten password; those of before are good for nothing from then."""
    pilot = pilot_of(request)
    _no_visitor(pilot)
    check_password_of(request, pilot, given.password, "No codes were made")
    codes = new_codes(pilot)
    return Codes(left=len(codes), codes=codes)


def check_password_of(request: HttpRequest, pilot: User, password: str, title: str) -> None:
    """Have a signed-in pilot show that it is really them. Raises Refused; a wrong one is a try."""
    knock = sign_in_as(request, pilot.get_username())
    knock.wait()
    with hashing():
        right = pilot.check_password(password)
    if not right:
        knock.note()
        fault = Fault("password", "what was entered", "the password you use now")
        raise Refused(422, title, faults=[fault])


def _no_visitor(pilot: User) -> None:
    if is_visitor(pilot):
        raise Refused(403, "The demo hangar has no password", "Sign up to have one of your own.")


def _wrong(knock: Knock, what: str) -> Refused:
    knock.note()
    hint = "capital letters count in a password" if what == "password" else "each is good once"
    return Refused(403, f"Name or {what} is wrong", f"Check both; {hint}.")


def _enter(request: HttpRequest, response: HttpResponse, pilot: User, knock: Knock) -> Who:
    knock.forget()
    ended = let_in(request, pilot)
    remember(request, response, pilot.username)
    who = who_is(request)
    if ended:
        who.told = (
            f"You were signed in {MOST} times, the most there may be: the oldest of them has ended."
        )
    return who
