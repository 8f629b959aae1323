"""``mint-lever manage load_demo``: put the demo hangar in place."""

from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand
from django.db import transaction

from mint_lever_server.demo.hangar import load_demo
from mint_lever_server.demo.models import prepared_pilot
from mint_lever_server.demo.season import load_season


class Command(BaseCommand):
    help = "Load the demo hangar (the herb fleet) unless it is there already."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--reset", action="store_true", help="start the fleet over")

    def handle(self, *args: Any, **options: Any) -> None:
        with transaction.atomic():
            loaded = load_demo(reset=options["reset"])
            pilot = prepared_pilot()
            if loaded and pilot is not None:
                load_season(pilot)
        self.stdout.write("Demo hangar loaded." if loaded else "Demo hangar is there already.")
