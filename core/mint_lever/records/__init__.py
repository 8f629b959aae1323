"""Records: what is to be keyed in, what differs, what goes on a sheet."""

from mint_lever.records.keying import NEVER_SAID, KeyingLine, keying_list

__all__ = ["NEVER_SAID", "KeyingLine", "keying_list"]
