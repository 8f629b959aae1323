"""The signing key: made on first start, kept beside the database, readable by its owner only."""

import os
from pathlib import Path

from django.core.management.utils import get_random_secret_key


def secret_key(path: Path) -> str:
    """Give the key from MINT_LEVER_SECRET_KEY, else from the file, making it if need be."""
    if given := os.environ.get("MINT_LEVER_SECRET_KEY"):
        return given
    try:
        descriptor = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    except FileExistsError:
        return path.read_text()
    with os.fdopen(descriptor, "w") as file:
        key = get_random_secret_key()
        file.write(key)
    return key
