"""What is seen of roll, pitch and collective. Common practice, no source, but where it is said."""

from __future__ import annotations

from typing import Annotated

from mint_lever.field.symptoms.symptom import Amount, Remedy, Symptom
from mint_lever.sources import MEMORY

_STEP = Amount(points=1)
_FIVE = Amount(points=5)
_GAIN = "transmitter.modes.{mode}.cyclic_gains.{axis}.gain_pct"
_EXPO = "transmitter.modes.{mode}.rates.{function}.expo_pct"
_RATE = "unit.full_stick_dps.{function}"
_CENTRE = "unit.centre_trim.{function}_pct"

_PHASE = "unit.phase_deg"
# Below what a pilot sees of a stick's direction; from memory.
_PHASE_STEP: Annotated[Amount, MEMORY] = Amount(points=5)
_PHASE_AS_MEASURED = Remedy(path=_PHASE, way=-1, by=_PHASE_STEP, of="measured")
_PHASE_TO_TRY = Remedy(
    path=_PHASE,
    way=1,
    by=_PHASE_STEP,
    of="against",
    first="The bench measures it, with the gauge or by the swash: step “Phase”. This is the figure "
    "it came to, or the one to try until it is measured.",
)

CYCLIC: tuple[Symptom, ...] = (
    Symptom(
        key="leans_in_climb",
        seen="Leans to one side in a straight climb-out",
        part="cyclic",
        rung="cyclic_centre",
        likely="The swash does not stand level where it is high, or its centre is a little off.",
        asks=("toward",),
        toward=("left", "right", "forward", "back"),
        look=(
            "The blades: do they track?",
            "The swash at the high end: level? The bench measures it.",
        ),
        remedies=(Remedy(path=_CENTRE, way=1, by=_STEP, of="against"),),
        bench=("level",),
        wrong_if="it leans as far as before, or only hovers otherwise",
        overdone=("leans_in_climb",),
    ),
    Symptom(
        key="drifts_in_rate",
        seen="Drifts in a hover, the gyros in rate mode",
        part="cyclic",
        rung="cyclic_centre",
        likely="The swash is not where a level hover needs it.",
        asks=("toward",),
        toward=("left", "right", "forward", "back"),
        look=("The swash level, and zero pitch of every blade: the bench measures both.",),
        remedies=(Remedy(path=_CENTRE, way=1, by=_STEP, of="against"),),
        bench=("level",),
        wrong_if="it goes the other way once it was trimmed: that was wind",
        overdone=("drifts_in_rate",),
    ),
    Symptom(
        key="nose_rises",
        seen="Nose rises or porpoises in fast flight or after a loop",
        part="cyclic",
        rung="compensation",
        likely="The rotor lifts the nose faster than the unit holds it down.",
        look=(
            "The centre of gravity: under the main shaft, the pack strapped where it was?",
            "The head dampers: hard enough, and not worn?",
            "The blades: of one set, and undamaged?",
        ),
        remedies=(
            Remedy(path="unit.tuning.cyclic.pitch_up", way=1, by=_STEP),
            Remedy(path="transmitter.modes.{mode}.cyclic_gains.pitch.gain_pct", way=1, by=_FIVE),
        ),
        wrong_if="it rises at the same speed as before",
        overdone=("heavy_nose",),
    ),
    Symptom(
        key="heavy_nose",
        seen="Nose feels heavy, and slow to come up",
        part="cyclic",
        rung="compensation",
        likely="The unit holds the nose down more than it needs to.",
        remedies=(
            Remedy(path="unit.tuning.cyclic.pitch_up", way=-1, by=_STEP),
            Remedy(path="transmitter.modes.{mode}.cyclic_gains.pitch.gain_pct", way=-1, by=_FIVE),
        ),
        wrong_if="it stays as heavy as before",
        overdone=("nose_rises",),
    ),
    Symptom(
        key="cyclic_shakes",
        seen="Nose bobs fast, or it shakes in roll",
        part="cyclic",
        rung="cyclic_gains",
        likely="That axis is answered harder than head and links can take.",
        asks=("axis",),
        look=("Slop in links, balls and grips.", "The head dampers: soft, dry or worn?"),
        remedies=(Remedy(path=_GAIN, way=-1, by=_FIVE),),
        wrong_if="it shakes as fast and as far as before",
        overdone=("cyclic_lazy",),
    ),
    Symptom(
        key="cyclic_lazy",
        seen="Cyclic feels lazy, and drifts after a stop",
        part="cyclic",
        rung="cyclic_gains",
        likely="That axis is held too softly.",
        asks=("axis",),
        remedies=(Remedy(path=_GAIN, way=1, by=_FIVE),),
        wrong_if="it drifts after a stop as before",
        overdone=("cyclic_shakes",),
    ),
    Symptom(
        key="too_sensitive",
        seen="Too sensitive all over",
        part="cyclic",
        rung="character",
        likely="It is set to answer harder than you fly.",
        remedies=(Remedy(path="unit.tuning.cyclic.character", way=-1, by=_STEP),),
        wrong_if="it feels as sharp as before",
        overdone=("wants_quicker",),
    ),
    Symptom(
        key="twitchy_centre",
        seen="Twitchy round the centre",
        part="cyclic",
        rung="last",
        likely="The stick does too much round its centre.",
        asks=("axis",),
        remedies=(
            Remedy(path=_EXPO, way=1, by=Amount(points=7)),
            Remedy(path="unit.tuning.cyclic.response", way=-1, by=_STEP),
            Remedy(path="unit.tuning.cyclic.dead_band", way=1, by=_STEP),
        ),
        wrong_if="it twitches with the stick untouched: then it is not the stick",
        overdone=("dead_centre",),
    ),
    Symptom(
        key="dead_centre",
        seen="Dead feel round the centre",
        part="cyclic",
        rung="last",
        likely="The stick moves a way before anything answers.",
        asks=("axis",),
        remedies=(
            Remedy(path="unit.tuning.cyclic.dead_band", way=-1, by=_STEP),
            Remedy(path=_EXPO, way=-1, by=Amount(points=7)),
        ),
        wrong_if="the centre is as numb as before",
        overdone=("twitchy_centre",),
    ),
    Symptom(
        key="wants_quicker",
        seen="Wants a quicker answer off the centre",
        part="cyclic",
        rung="last",
        likely="No fault: it answers more mildly than you would like.",
        remedies=(
            Remedy(path="unit.tuning.cyclic.response", way=1, by=_STEP),
            Remedy(path="unit.tuning.cyclic.character", way=1, by=_STEP),
        ),
        wrong_if="it feels as mild as before",
        overdone=("twitchy_centre", "too_sensitive"),
        taste=True,
    ),
    Symptom(
        key="turns_too_slowly",
        seen="Flips or rolls too slowly",
        part="cyclic",
        rung="character",
        likely="The unit lets it turn no faster, or the ring stops the swash.",
        asks=("axis",),
        look=("The cyclic ring: is it there because something would touch?",),
        remedies=(Remedy(path=_RATE, way=1, by=Amount(share=0.07)),),
        wrong_if="it turns as slowly as before: then the swash is at its ring, and the ring widens "
        "only where the bench shows that it clears",
        overdone=("loses_accuracy",),
    ),
    Symptom(
        key="loses_accuracy",
        seen="Flips or rolls fast, but stops anywhere",
        part="cyclic",
        rung="character",
        likely="It turns faster than you can stop it.",
        asks=("axis",),
        remedies=(Remedy(path=_RATE, way=-1, by=Amount(share=0.07)),),
        wrong_if="it stops anywhere as before",
        overdone=("turns_too_slowly",),
    ),
    Symptom(
        key="pirouettes_wander",
        seen="Pirouettes wander off the spot",
        part="cyclic",
        rung="bench",
        likely="Pirouette compensation turns the wrong way, or the phase is off.",
        # Only a phase that was measured: a wander does not say which way it is off.
        remedies=(_PHASE_AS_MEASURED,),
        bench=("corrections", "phase", "final_directions"),
        wrong_if="both are right on the bench: then it was wind",
    ),
    Symptom(
        key="skewed",
        seen="Cyclic answers skewed: with the stick forward it goes partly to the side",
        part="cyclic",
        rung="bench",
        likely="The blades answer round the shaft from where they are asked: the phase is off.",
        asks=("toward",),
        remedies=(_PHASE_TO_TRY,),
        bench=("phase", "tilts"),
        wrong_if="it goes to the side as before, or the bench finds the phase clean",
        overdone=("skewed",),
    ),
    Symptom(
        key="flips_as_it_lifts",
        seen="Rolls or flips as it gets light",
        part="cyclic",
        rung="bench",
        likely="A correction is reversed. It must not be flown.",
        bench=("corrections", "final_directions"),
        danger=True,
    ),
)

COLLECTIVE: tuple[Symptom, ...] = (
    Symptom(
        key="collective_sharp",
        seen="Collective feels sharp near hover",
        part="collective",
        rung="last",
        likely="The pitch curve is steep where it hovers.",
        remedies=(
            Remedy(path="transmitter.modes.{mode}.pitch_curve", way=-1, by=Amount(share=0.2)),
        ),
        wrong_if="the same stick makes it rise as fast as before",
        overdone=("climbs_sluggishly",),
    ),
    Symptom(
        key="climbs_sluggishly",
        seen="Climbs sluggishly from the hover",
        part="collective",
        rung="last",
        likely="The pitch curve is flat where it hovers, and the stick has to go far.",
        remedies=(
            Remedy(path="transmitter.modes.{mode}.pitch_curve", way=1, by=Amount(share=0.25)),
        ),
        wrong_if="it climbs as slowly as before: then it is the head speed",
        overdone=("collective_sharp",),
    ),
    Symptom(
        key="wants_pop",
        seen="Wants more pop on collective",
        part="collective",
        rung="last",
        likely="No fault: a beginner leaves it as it is.",
        remedies=(Remedy(path="unit.tuning.cyclic.collective_boost", way=1, by=_STEP),),
        wrong_if="it pops no harder",
        overdone=("collective_sharp",),
        taste=True,
    ),
)
