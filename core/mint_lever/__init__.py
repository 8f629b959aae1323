"""Mint Lever's computing core: a model helicopter's control chain from stick to blade.

Conventions (axes, signs, units) are in :mod:`mint_lever.axes`; every public function keeps them.

The wings, each with a front that names what others may use: :mod:`~mint_lever.setup` (the
document), :mod:`~mint_lever.model` (stick to blade), :mod:`~mint_lever.measure`,
:mod:`~mint_lever.modes`, :mod:`~mint_lever.flight_logs`, :mod:`~mint_lever.devices`,
:mod:`~mint_lever.diagnose`, :mod:`~mint_lever.audit`, :mod:`~mint_lever.bench`,
:mod:`~mint_lever.field`, :mod:`~mint_lever.records`, :mod:`~mint_lever.search`.
"""
