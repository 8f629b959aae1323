"""What is wrong with a password, in our words, beside the field it belongs to."""

from collections.abc import Mapping

from django.core.exceptions import ValidationError
from django.forms import BaseForm

from mint_lever.faults import Fault

_ALLOWED = {
    "required": "something: this field is empty",
    "password_too_similar": "a password that is not like the name",
    "password_too_short": "at least 8 characters",
    "password_too_common": "a password that is not among the most common ones",
    "password_entirely_numeric": "not digits alone",
    "password_incorrect": "the password you use now",
}
"""By the codes of Django's own checks."""


def faults_of(form: BaseForm, names: Mapping[str, str]) -> list[Fault]:
    """Give every fault of a form once; ``names`` are what the client calls the form's fields. No
    fault repeats what was entered: it may be a password."""
    found = {
        (names.get(field, field), _ALLOWED.get(error.code or "", " ".join(error.messages)))
        for field, errors in form.errors.as_data().items()
        for error in errors
    }
    return [Fault(path, "what was entered", allowed) for path, allowed in sorted(found)]


def faults_of_password(error: ValidationError, path: str) -> list[Fault]:
    """The same for a password that was judged without a form."""
    words = {_ALLOWED.get(each.code or "", " ".join(each.messages)) for each in error.error_list}
    return [Fault(path, "what was entered", allowed) for allowed in sorted(words)]
