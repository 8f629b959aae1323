"""Entering the demo: a hangar of one's own, without a password."""

from django.http import HttpRequest
from ninja import Router

from mint_lever_server.accounts.api import SameSite, Who, who_is
from mint_lever_server.accounts.sign_in import let_in
from mint_lever_server.accounts.try_limits import demo_from
from mint_lever_server.config.problems import Refused
from mint_lever_server.demo.presence import VISITOR
from mint_lever_server.demo.visitors import welcome

router = Router(tags=["account"])


@router.post("/demo", response=Who, auth=SameSite())
def enter_demo(request: HttpRequest) -> Who:
    """Enter a demo hangar of one's own, where demo data is loaded."""
    knock = demo_from(request)
    knock.wait()
    visitor = welcome()
    if visitor is None:
        raise Refused(404, "There is no demo hangar here", "It comes with the demo data.")
    knock.note()
    let_in(request, visitor)
    request.session[VISITOR] = visitor.pk
    return who_is(request)
