"""Django's command line for Mint Lever (``mint-lever manage``)."""

import os
import sys
from collections.abc import Sequence

from django.core.management import execute_from_command_line

from mint_lever_server.config.data_folder import CannotStart


def main(words: Sequence[str]) -> None:
    """Run one of its commands, named by the first word."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "mint_lever_server.config.settings")
    # What is made here is its keeper's alone.
    os.umask(0o077)
    try:
        execute_from_command_line(["mint-lever manage", *words])
    except CannotStart as why:
        sys.exit(f"Mint Lever cannot start. {why}")


if __name__ == "__main__":
    main(sys.argv[1:])
