"""``manage.py load_demo``: put the demo hangar in place."""

from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand

from demo.hangar import load_demo


class Command(BaseCommand):
    help = "Load the demo hangar (the herb fleet) unless it is there already."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--reset", action="store_true", help="start the fleet over")

    def handle(self, *args: Any, **options: Any) -> None:
        loaded = load_demo(reset=options["reset"])
        self.stdout.write("Demo hangar loaded." if loaded else "Demo hangar is there already.")
