"""How a gauge is read so that two readings are of one thing. Common practice, no source."""

GAUGE_DISCIPLINE = (
    "The tail propped, the gauge at the same place on each blade; wait until its display settles.",
    "A model that had to be turned goes back exactly where it stood: else zero the gauge again.",
)
