"""Addresses: the API, and the interface for everything else."""

from django.urls import path, re_path

from config.api import api
from shell.views import missing, page

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?:api|assets)/", missing),
    re_path(r"^", page),
]

handler400 = "config.failures.bad_request"
handler500 = "config.failures.server_error"
