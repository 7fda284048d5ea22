"""SRV 110 week by week: topic, objectives, and what each week asks for."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class WeekPlan:
    """`field`: title of the week's field book, if it has one; `sets`: titles of the two problem sets."""

    number: int
    topic: str
    objectives: tuple[str, ...]
    reading: str
    words: int
    watch: str
    sets: tuple[str, str]
    field: str = ""


PLAN = (
    WeekPlan(
        1,
        "Field notes and units",
        (
            "Book observations so that another person can reduce them",
            "Convert between units of length and angle",
            "Carry significant figures through a computation",
        ),
        "How a field book is kept",
        4200,
        "A page of notes, line by line",
        ("units of length and angle", "significant figures"),
    ),
    WeekPlan(
        2,
        "Taping and corrections",
        ("Correct a taped length for temperature, tension, sag and slope", "Tell systematic from random error"),
        "Four corrections to a taped length",
        5600,
        "Taping over broken ground",
        ("temperature and tension", "sag and slope"),
        "Field book: taped base line",
    ),
    WeekPlan(
        3,
        "Levelling",
        ("Run a line of differential levels", "Reduce notes by height of instrument and by rise and fall"),
        "Backsight, foresight, height of instrument",
        5200,
        "Setting up and reading the rod",
        ("reducing level notes", "rise and fall"),
    ),
    WeekPlan(
        4,
        "Level loops and adjustment",
        ("Close a level loop and judge its misclosure", "Distribute a misclosure over turning points"),
        "What a closed loop tells you",
        4800,
        "Closing on the bench mark",
        ("misclosure of a loop", "adjusting turning points"),
        "Field book: level loop",
    ),
    WeekPlan(
        5,
        "Angles and the theodolite",
        ("Measure an angle in both faces", "Reduce a round of directions"),
        "Both faces, and why",
        5100,
        "One round of angles",
        ("mean of both faces", "reducing directions"),
    ),
    WeekPlan(
        6,
        "Bearings",
        (
            "Turn interior angles into azimuths",
            "Write an azimuth as a bearing and back",
            "Check a loop by its angle sum",
        ),
        "Azimuths, bearings and the angle sum",
        5900,
        "Walking the azimuths round a loop",
        ("azimuths and bearings", "bearings of a traverse"),
        "Field book: bearings",
    ),
    WeekPlan(
        7,
        "Traverse computation",
        (
            "Compute latitudes and departures",
            "Find the linear misclosure and the precision of a loop",
            "Tell from a misclosure where to look for the blunder",
            "Book a traverse so that it can be checked",
        ),
        "Latitudes and departures",
        5900,
        "Latitudes and departures, leg by leg",
        ("latitudes and departures", "misclosure and precision"),
        "Field book: campus loop",
    ),
    WeekPlan(
        8,
        "Traverse adjustment",
        (
            "Balance a traverse by the compass rule",
            "Compute coordinates of all stations",
            "Say what an adjustment can't repair",
        ),
        "Sharing out the misclosure",
        5300,
        "Balancing by hand, checking by sums",
        ("the compass rule", "coordinates of stations"),
        "Project plan",
    ),
    WeekPlan(
        9,
        "Areas",
        ("Compute an area by coordinates", "Compute an area by offsets"),
        "Area from coordinates",
        4600,
        "The cross products, laid out",
        ("area by coordinates", "area by offsets"),
        "Field book: areas",
    ),
    WeekPlan(
        10,
        "Contours",
        ("Interpolate contours from spot heights", "Read slope from contour spacing"),
        "From spot heights to contours",
        6200,
        "Interpolating by eye and by figure",
        ("interpolation", "slope and spacing"),
        "Contour map",
    ),
    WeekPlan(
        11,
        "Curves",
        ("Compute the elements of a simple curve", "Tabulate deflection angles"),
        "Elements of a simple curve",
        5400,
        "Deflection angles on the ground",
        ("curve elements", "deflection angles"),
    ),
    WeekPlan(
        12,
        "Setting out",
        ("Set out points from coordinates", "Check a setting out independently"),
        "From drawing to peg",
        4900,
        "Two pegs and a check",
        ("polar setting out", "checks and tolerances"),
        "Field book: setting out",
    ),
    WeekPlan(
        13,
        "Errors and weights",
        ("Propagate errors through a computation", "Form a weighted mean"),
        "How errors travel",
        5800,
        "Weights from standard deviations",
        ("propagation", "weighted means"),
    ),
    WeekPlan(
        14,
        "Project",
        ("Plan, run and close a survey of your own", "Report it so that it can be checked"),
        "What the report must show",
        3000,
        "Last year's three best plates",
        ("project check 1", "project check 2"),
        "Project report",
    ),
    WeekPlan(
        15,
        "Final",
        ("Work a whole traverse from notes to area",),
        "How to prepare",
        1800,
        "One old problem, worked",
        ("review A", "review B"),
    ),
)
