"""``python -m mint_lever``: the core alone."""

import sys

from mint_lever.cli import main

sys.exit(main())
