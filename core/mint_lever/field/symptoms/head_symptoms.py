"""What is seen of the rotor head and its servos. Common practice, no source."""

from __future__ import annotations

from mint_lever.field.symptoms.symptom import Amount, Remedy, Symptom

HEAD: tuple[Symptom, ...] = (
    Symptom(
        key="tips_apart",
        seen="Two blade tips fly at different heights",
        part="head",
        rung="bench",
        likely="One blade has more pitch than the other.",
        look=("The blades: of one set, undamaged, bolts alike?",),
        bench=("zero_pitch",),
        wrong_if="the gap stays though the bench measures both blades alike: then a blade is bent",
    ),
    Symptom(
        key="shudders_at_spool_up",
        seen="Shudders at spool-up, then runs clear",
        part="head",
        rung="bench",
        likely="The blades do not find their place: a matter for hands, not for a setting.",
        look=(
            "The blade bolts: too tight or too loose?",
            "The dampers, the head speed low: do they work alike?",
        ),
        bench=("mechanical_look",),
        wrong_if="it shudders at full head speed as well",
    ),
    Symptom(
        key="servo_hot",
        seen="A servo is hot, or hums at rest",
        part="head",
        rung="bench",
        likely="It presses against something, or is sent more often than it was made for.",
        look=("The horn against its link.", "The frame rate against the servo's data sheet."),
        bench=("clearance",),
        wrong_if="it is as hot with its link taken off",
    ),
    Symptom(
        key="servo_groans",
        seen="A servo groans near an end",
        part="head",
        rung="bench",
        likely="Something touches before the end, or a limit lets it.",
        look=("Which servo, and what touches: by hand, propulsion disabled.",),
        bench=("clearance",),
        wrong_if="it groans with its link taken off",
    ),
    Symptom(
        key="tracking_by_frames",
        seen="Tracking changes with the servos' frame rate",
        part="head",
        rung="bench",
        likely="The servos do not keep up with the frames they are sent.",
        look=("The servos: one of another make or age than the others?",),
        remedies=(Remedy(path="unit.frame_rate_hz", way=-1, by=Amount(share=0.25)),),
        wrong_if="tracking goes on changing as before",
        overdone=("cyclic_lazy",),
    ),
)
