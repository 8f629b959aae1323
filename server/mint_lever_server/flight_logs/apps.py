"""The app's name in the database, which stays what it was called first."""

from django.apps import AppConfig


class FlightLogsConfig(AppConfig):
    name = "mint_lever_server.flight_logs"
    label = "logs"
