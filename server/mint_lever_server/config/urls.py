"""Addresses: the API, and the interface for everything else."""

from django.urls import path, re_path

from mint_lever_server.config.api import api
from mint_lever_server.config.start_page import missing, page

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?:api|assets)/", missing),
    re_path(r"^", page),
]

handler400 = "mint_lever_server.config.failures.bad_request"
handler500 = "mint_lever_server.config.failures.server_error"
