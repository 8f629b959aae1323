"""Signing up, in and out, and changing a password."""

from django.conf import settings
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.contrib.auth.forms import BaseUserCreationForm, PasswordChangeForm
from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja import Router, Schema
from ninja.security import APIKeyCookie
from ninja.throttling import AnonRateThrottle

from accounts.pilot import pilot_of
from accounts.words import faults_of
from config.problems import Refused
from demo.models import is_visitor, prepared_pilot

router = Router(tags=["account"])
BACKEND = "accounts.backend.PilotBackend"


class SameSite(APIKeyCookie):
    """Lets anybody in who sends the CSRF token: sign-in itself must not be forgeable."""

    param_name = settings.CSRF_COOKIE_NAME

    def authenticate(self, request: HttpRequest, key: str | None) -> str:
        """Accept: the token was checked before this is asked."""
        return "anybody"


class Who(Schema):
    """Who is signed in, if anybody; whether this server has a demo hangar to look at."""

    pilot: str | None
    demo: bool


class Credentials(Schema):
    """A pilot's name and password."""

    name: str
    password: str


class NewPassword(Schema):
    """The password in use, and the one to use from now on."""

    old_password: str
    new_password: str


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


@router.post(
    "/sign-up", response=Who, auth=SameSite(), throttle=[AnonRateThrottle(settings.SIGN_UP_RATE)]
)
def sign_up(request: HttpRequest, given: Credentials) -> Who:
    """Make an account and sign in."""
    form: BaseUserCreationForm[User] = BaseUserCreationForm(
        {"username": given.name, "password1": given.password, "password2": given.password}
    )
    if not form.is_valid():
        names = {"username": "name", "password1": "password", "password2": "password"}
        raise Refused(422, "The account was not made", faults=faults_of(form, names))
    login(request, form.save(), backend=BACKEND)
    return who_is(request)


@router.post("/sign-in", response=Who, auth=SameSite())
def sign_in(request: HttpRequest, given: Credentials) -> Who:
    """Sign in; after five wrong passwords in a row there is a pause of five minutes."""
    user = authenticate(request, username=given.name, password=given.password)
    if getattr(request, "axes_locked_out", False):
        raise Refused(
            429,
            "Too many tries",
            "Five wrong passwords for this name. Try again in five minutes.",
        )
    if user is None:
        raise Refused(
            403, "Name or password is wrong", "Check both; capital letters count in a password."
        )
    login(request, user)
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
    if not form.is_valid():
        names = {"new_password1": "new_password", "new_password2": "new_password"}
        raise Refused(422, "The password was not changed", faults=faults_of(form, names))
    update_session_auth_hash(request, form.save())
    return who_is(request)
