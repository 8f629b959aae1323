"""Mint Lever's computing core: a model helicopter's control chain from stick to blade.

Conventions (axes, signs, units) are in :mod:`mint_lever.axes`; every public function keeps them.
"""

from importlib.metadata import version

__version__ = version("mint-lever")
