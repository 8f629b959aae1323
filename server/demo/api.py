"""Entering the demo: a hangar of one's own, without a password."""

from django.contrib.auth import login
from django.http import HttpRequest
from ninja import Router

from accounts.api import BACKEND, SameSite, Who, who_is
from config.problems import Refused
from demo.presence import VISITOR
from demo.visitors import welcome

router = Router(tags=["account"])


@router.post("/demo", response=Who, auth=SameSite())
def enter_demo(request: HttpRequest) -> Who:
    """Enter a demo hangar of one's own, where demo data is loaded."""
    visitor = welcome()
    if visitor is None:
        raise Refused(404, "There is no demo hangar here", "It comes with the demo data.")
    login(request, visitor, backend=BACKEND)
    request.session[VISITOR] = visitor.pk
    return who_is(request)
