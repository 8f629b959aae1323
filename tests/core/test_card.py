"""The field card: what is needed beside the model, and nothing made up."""

from builds import described
from mint_lever.bench.steps import make_bench_run
from mint_lever.field import SYMPTOMS, Flight, Observation, advise, write_advice
from mint_lever.field.flights.symptom_order import sort_symptoms
from mint_lever.records import SavedState, make_field_card
from mint_lever.setup import Change, apply_changes, read_setup

NOT_FIT = SavedState(None, None, fit=False, withheld=tuple(f"step {n}: open" for n in range(1, 6)))
FIT = SavedState(2, "26 November 2026", fit=True, withheld=())


def card_of(setup=None, saved=FIT, to_key_in=0, flights=()):
    run = make_bench_run(setup or described(), [], [])
    following = write_advice(run, advise(run, flights)) if flights else None
    return make_field_card(run, saved, to_key_in, following, sort_symptoms(flights))


def section(card, title):
    (found,) = [each for each in card.sections if each.title == title]
    return found


def with_(*changes):
    return read_setup(apply_changes(described().as_document(), [Change(*each) for each in changes]))


def test_it_begins_with_whether_it_is_fit():
    assert card_of().fitness == "Fit to fly"
    card = card_of(saved=NOT_FIT, to_key_in=7)
    assert (card.fitness, card.draft) == ("Not fit to fly", True)
    assert "step 1: open" in card.head
    assert "and 2 more, on the bench sheet" in card.head
    assert "Settings still to be keyed in: 7" in card.head


def test_the_final_list_is_to_be_ticked():
    found = section(card_of(), "Final list")
    assert found.ticks
    assert "Nose pushed left: tail answers nose right" in found.lines
    assert len(found.lines) == 11


def test_the_cautions_of_a_first_flight_stand_on_it():
    """safety.md: stand well back, land at the first wrong response; local rules decide."""
    said = " ".join(section(card_of(), "Before take-off").lines)
    for words in ("stand well back", "idle-up", "Fail-safe", "manuals", "local rules"):
        assert words in said


def test_every_mode_has_its_head_speed_gain_curves_and_hover_stick():
    setup = with_(
        ("transmitter.modes.normal.head_speed_rpm", 1730.0),
        ("transmitter.modes.normal.tail_gain_pct", -31.0),
    )
    figures = {
        each.label: each
        for each in section(card_of(setup), "Modes").figures
        if each.group == "Normal"
    }
    assert (figures["Head speed"].value, figures["Head speed"].unit) == ("1730", "rpm")
    assert (figures["Tail gain"].value, figures["Tail gain"].mark) == ("−31", "entered")
    assert figures["Pitch curve"].value == "0 · 25 · 50 · 75 · 100"
    assert figures["Stick in the hover"].mark == "computed"


def test_nothing_flown_is_said_and_a_flight_brings_its_next_change():
    assert section(card_of(), "Next").lines == ("Nothing was flown yet.",)
    flights = [Flight(1, (Observation("tail_drifts", "normal"),), (), None)]
    said = " ".join(section(card_of(flights=flights), "Next").lines)
    assert said != "Nothing was flown yet."
    assert (
        section(card_of(flights=flights), "If you see")
        .lines[0]
        .startswith(SYMPTOMS["tail_drifts"].seen)
    )


def test_trims_stand_on_it_as_they_are():
    setup = with_(("transmitter.channels.aileron.trim_pct", 4.0))
    found = {each.label: each for each in section(card_of(setup), "Trims").figures}
    assert found["Aileron channel, trim lever"].value == "4"
    assert found["Aileron channel, trim lever"].mark == "entered"
    assert found["Elevator channel, trim lever"].mark == "default"
