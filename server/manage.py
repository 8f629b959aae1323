#!/usr/bin/env python
"""Django's command line for Mint Lever."""

import os
import sys

from django.core.management import execute_from_command_line

from config.keeping import CannotStart

if __name__ == "__main__":
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
    # What is made here is its keeper's alone.
    os.umask(0o077)
    try:
        execute_from_command_line(sys.argv)
    except CannotStart as why:
        sys.exit(f"Mint Lever cannot start. {why}")
