"""Texts of weeks 6 to 8 in full and of the others in brief. Every figure comes from demo.traverse."""

from __future__ import annotations

from demo.content.html import display, figure, maths, table
from demo.content.weeks import WeekPlan
from demo.traverse import YARD, area, azimuth_of, bearing, closure, compass_rule, coordinates, dms

FIVE_FORTY = maths(r"540^\circ")
N = maths("n")
D = maths("d")
ALPHA = maths(r"\alpha")
DELTA_N = maths(r"\Delta N")
DELTA_E = maths(r"\Delta E")
ROOT_FIVE = maths(r"30''\sqrt{5} = 67''")


def interior_angles() -> list[tuple[str, float]]:
    """The yard's interior angles, from its azimuths (stations run clockwise)."""
    found = []
    for before, leg in zip((YARD[-1], *YARD[:-1]), YARD, strict=True):
        back = (before.azimuth + 180) % 360
        found.append((leg.start, (back - leg.azimuth) % 360))
    return found


def bearings_reading() -> str:
    angles = interior_angles()
    total = sum(a for _, a in angles)
    rows = [[f"{leg.start}{leg.end}", dms(leg.azimuth), bearing(leg.azimuth)] for leg in YARD]
    first, second = YARD[0], YARD[1]
    at_b = dict(angles)["B"]
    return (
        "<p>A traverse needs the direction of every line. In the field we turn <strong>angles</strong>; at the desk we "
        "need <strong>azimuths</strong>: directions counted clockwise from north, 0° to 360°. A <strong>bearing</strong> "
        "says the same thing from the nearer pole, never above 90°: an azimuth of 118°40′ is S 61°20′ E.</p>"
        "<h2>Check the angles first</h2>"
        f"<p>The interior angles of a closed figure with {N} stations sum to</p>"
        + display(r"\sum \beta = (n-2)\cdot 180^\circ")
        + f"<p>so a five-station loop must give {FIVE_FORTY}. The yard loop gives {dms(total)}. If one angle is "
        f"read to 30″, the sum of five may miss by about {ROOT_FIVE}; a larger miss is a reason to "
        "turn the angles again, not to spread it out.</p>"
        + table(["Station", "Interior angle"], [[s, dms(a)] for s, a in angles], "Yard loop, interior angles")
        + "<h2>From one azimuth to the next</h2>"
        "<p>Walk the loop clockwise with the inside on your right. The back azimuth of a line is its azimuth ± 180°. "
        "Turn from the back azimuth to the next line:</p>"
        + display(r"\alpha_{next} = \alpha_{back} - \beta \quad (\text{add } 360^\circ \text{ when negative})")
        + f"<p>At B: the back azimuth of AB is {dms((first.azimuth + 180) % 360)}, the interior angle is {dms(at_b)}, so "
        f"BC runs at {dms(second.azimuth)}. Come back to A and compute AB once more: if it is not the azimuth that you "
        "began with, there is an arithmetic slip, not a survey error.</p>"
        + table(["Line", "Azimuth", "Bearing"], rows, "Yard loop, directions")
    )


def latitudes_reading(image: str) -> str:
    miss = closure(YARD)
    rows = [
        [f"{leg.start}{leg.end}", dms(leg.azimuth), f"{leg.distance:.2f}", figure(leg.latitude), figure(leg.departure)]
        for leg in YARD
    ]
    rows.append(["Sum", "", f"{miss.length:.2f}", figure(miss.latitude), figure(miss.departure)])
    ab = YARD[0]
    picture = (
        f'<p><img src="{image}" alt="Plan of the five-station loop A to E around the workshop yard, north up"></p>'
    )
    return (
        "<p>Every line of a traverse moves you some way north or south and some way east or west. The north part is "
        "its <strong>latitude</strong>, the east part its <strong>departure</strong>. For a line of horizontal length "
        f"{D} and azimuth {ALPHA}:</p>"
        + display(r"\Delta N = d\cos\alpha \qquad \Delta E = d\sin\alpha")
        + f"<p>For AB, {ab.distance:.2f} m at {dms(ab.azimuth)}: {DELTA_N} = {figure(ab.latitude)} m and "
        f"{DELTA_E} = {figure(ab.departure)} m. The signs come from the azimuth; you never have to guess them.</p>"
        + picture
        + table(["Line", "Azimuth", "Length, m", "Latitude, m", "Departure, m"], rows, "Yard loop as booked")
        + "<h2>What a closed loop must do</h2>"
        "<p>A loop comes back to where it began, so both columns must sum to zero. They never quite do. What is left "
        f"over is the misclosure: here {figure(miss.latitude)} m in latitude and {figure(miss.departure)} m in departure, "
        "together the <strong>linear misclosure</strong></p>"
        + display(r"e = \sqrt{(\textstyle\sum\Delta N)^2 + (\sum\Delta E)^2}" + f" = {miss.linear:.3f}" + r"\ \text{m}")
        + f"<p>Against {miss.length:.2f} m walked, that is a precision of 1 : {miss.precision:,.0f}"
        ". The course asks for 1 : 5,000 or better before a loop may be adjusted.</p>".replace(",000", " 000")
        + "<h2>When it does not close</h2>"
        "<ul><li>A miss of a whole metre, or of 20 or 30 m: look for a miscounted tape length.</li>"
        "<li>A miss that points along one line: look at that line's length.</li>"
        "<li>A miss square to one line: look at the angles at its ends.</li></ul>"
    )


def adjustment_reading() -> str:
    miss, balanced = closure(YARD), compass_rule(YARD)
    points = coordinates(balanced, 1000.0, 1000.0)
    rows = []
    for leg, (lat, dep) in zip(YARD, balanced, strict=True):
        rows.append(
            [
                f"{leg.start}{leg.end}",
                figure(lat - leg.latitude),
                figure(dep - leg.departure),
                figure(lat),
                figure(dep),
            ]
        )
    sums = [sum(b[0] for b in balanced), sum(b[1] for b in balanced)]
    rows.append(["Sum", figure(-miss.latitude), figure(-miss.departure), figure(sums[0]), figure(sums[1])])
    stations = [[leg.start, f"{n:.3f}", f"{e:.3f}"] for leg, (n, e) in zip(YARD, points, strict=True)]
    return (
        "<p>A misclosure that is small enough is shared out, so that the loop closes exactly. The "
        "<strong>compass rule</strong> gives each line a part in proportion to its length:</p>"
        + display(
            r"c_{N,i} = -\sum\Delta N\cdot\frac{d_i}{\sum d} \qquad c_{E,i} = -\sum\Delta E\cdot\frac{d_i}{\sum d}"
        )
        + table(["Line", "Corr. N", "Corr. E", "Latitude", "Departure"], rows, "Yard loop, balanced, in metres")
        + "<p>The corrections must sum to the misclosure with its sign turned, the balanced columns to zero. Check both "
        "before you go on.</p><h2>Coordinates</h2>"
        "<p>Give A the coordinates N 1000.000, E 1000.000 and add the balanced parts in turn. Adding the last line must "
        "bring you back to A exactly.</p>"
        + table(["Station", "Northing, m", "Easting, m"], stations, "Yard loop, coordinates")
        + f"<p>The area inside comes from the same table next week: {area(points):,.1f} m².</p>".replace(",", " ")
        + "<h2>What an adjustment can't repair</h2><p>It spreads what is left of random error. It also spreads a blunder, "
        "evenly and out of sight. A loop that misses its precision is measured again.</p>"
    )


def set_text(week: WeekPlan, which: int) -> str:
    title = week.sets[which]
    if (week.number, which) == (7, 0):
        rows = [[f"{leg.start}{leg.end}", bearing(leg.azimuth), f"{leg.distance:.2f}"] for leg in YARD]
        return (
            "<p>For each line of the yard loop compute latitude and departure to the millimetre. Show one line in full; "
            "for the others give the results.</p>"
            + table(["Line", "Bearing", "Length, m"], rows, "Yard loop")
            + "<ol><li>Latitude and departure of all five lines (10 points).</li>"
            "<li>Both sums, with units (2 points).</li></ol>"
        )
    if (week.number, which) == (7, 1):
        return (
            "<p>With your sums from Set 7A:</p><ol><li>The linear misclosure, to the millimetre (4 points).</li>"
            "<li>The precision as 1 : n, n rounded to hundreds (4 points).</li>"
            "<li>The direction in which the loop misses, as a bearing, and what that tells you (4 points).</li></ol>"
        )
    if (week.number, which) == (6, 0):
        rows = [[dms(a), ""] for a in (37.25, 118.5, 201.75, 312.1)]
        return (
            "<p>Write each azimuth as a bearing, then compute its back azimuth.</p>"
            + table(["Azimuth", "Bearing"], rows, "Four lines")
            + f"<p>Check the first: {bearing(37.25)}.</p>"
        )
    if (week.number, which) == (6, 1):
        rows = [[s, dms(a)] for s, a in interior_angles()]
        return (
            f"<p>Line AB runs at {dms(YARD[0].azimuth)}. From the interior angles below compute the azimuth and the "
            "bearing of every other line, and check on AB.</p>" + table(["Station", "Angle"], rows, "Interior angles")
        )
    if (week.number, which) == (8, 0):
        return (
            "<p>Balance the yard loop of Set 7A by the compass rule. Give corrections and balanced values of all five "
            "lines to the millimetre, and both check sums (12 points).</p>"
        )
    if (week.number, which) == (8, 1):
        points = coordinates(compass_rule(YARD), 1000, 1000)
        return (
            "<p>Compute the coordinates of all stations from A (N 1000.000, E 1000.000), then the azimuth and length of "
            f"the diagonal AC from them (12 points). To check yourself: AC runs at {dms(azimuth_of(points[0], points[2]))}.</p>"
        )
    return f"<p>Six short problems on {title}. Show the formula, the figures put in, and the result with its unit.</p>"


def field_text(week: WeekPlan) -> str:
    if week.number == 7:
        return (
            "<p>Book the five-station loop around the workshop yard with your crew. Close the angles on site before you "
            f"leave: the sum may miss 540° by no more than {ROOT_FIVE}. Reduce the distances to the "
            "horizontal and compute the misclosure at your desk.</p>"
            "<p>Photograph every page that you used, in order, and add your computation. A loop worse than 1 : 5 000 is "
            "measured again, not adjusted.</p>"
        )
    if week.number == 6:
        return (
            "<p>Turn the interior angles of the yard loop twice, once in each face, and book them. Compute the azimuths "
            "from the given line AB and write the bearings beside them. Hand in the pages and the check on AB.</p>"
        )
    return (
        f"<p>Field work of week {week.number}: {week.topic.lower()}. Book as you go; hand in every page that you used, "
        "in order, with your reduction.</p>"
    )


def short_reading(week: WeekPlan) -> str:
    points = "".join(f"<li>{o}.</li>" for o in week.objectives)
    return (
        f"<p>This week is about {week.topic.lower()}. Read the chapter with a pencil: copy each worked figure into your "
        f"own notes and check it.</p><h2>After it you can</h2><ul>{points}</ul>"
        "<h2>Before class</h2><p>Bring one question that the chapter left open, and the page it came from.</p>"
    )


def reading(week: WeekPlan, image: str) -> str:
    match week.number:
        case 6:
            return bearings_reading()
        case 7:
            return latitudes_reading(image)
        case 8:
            return adjustment_reading()
    return short_reading(week)


SYLLABUS = (
    "<p>Plane Surveying is a first course in measuring land as if it were flat. Two classes a week, one afternoon in the "
    "field in most weeks. What counts, what late work costs and who teaches stand in the library, always as they are "
    "now.</p><h2>What you will be able to do</h2><p>Plan, measure, book, compute, adjust and draw a closed traverse, and "
    "say how good it is.</p><h2>How we work</h2><p>You book what you see, not what you wished to see. A field book is "
    "never erased: strike it out, so that it can still be read. You may compute together; what you hand in is booked and "
    "reduced by you.</p><h2>Field work</h2><p>Boots, vest, pencil. Nobody works alone on the road side of the yard.</p>"
    "<h2>When you can’t come</h2><p>Say so the same day. What was done stands under the class you missed.</p>"
)
WELCOME = (
    "<p>Each week has the same rhythm: a reading and a film before Monday's class, two problem sets after it, a check on "
    "Sunday, and in most weeks a field book. Work down the week sheet from top to bottom; what must be started early is "
    "shown in the week in which to start it.</p>"
)
SAFETY = (
    (
        "On site",
        (("Before you step out", "page"), ("Vest, boots, helmet", "page"), ("I will wear it", "acknowledgement")),
    ),
    (
        "At the road side",
        (("Signs and cones", "page"), ("Never alone", "page"), ("I will not work alone", "acknowledgement")),
    ),
    (
        "When something happens",
        (("Whom to call", "page"), ("I know the way out", "acknowledgement"), ("What you saw", "assignment")),
    ),
)

PROJECT_PLAN = (
    "<p>Choose a piece of land of at least half a hectare that you may enter. Walk it, sketch it, and plan a loop of five "
    "to eight stations around it.</p><ol><li>A sketch with stations and sight lines.</li><li>The owner's leave to enter, "
    "in writing.</li><li>Who does what on which day, with a spare day.</li></ol><p>Ten people every year begin this on "
    "the last evening and find the gate locked.</p>"
)

CLIP = (
    "<p>Stop after each step and do it yourself with the second leg, from B to C. Fourteen minutes with the pencil, "
    "one without.</p>"
)
STUDY_GUIDE = (
    "<p>Eight questions as they come in the mid-term, in numbers of your own. Work them on paper with your one sheet of "
    "notes. The key to your sheet, worked out, opens on the day before.</p>"
)
PRACTICE = (
    "<p>Ten questions from weeks 2 to 6, as often as you like, with new ones each time. Sixty per cent let you into the "
    "mid-term; nothing of it counts.</p>"
)
OLD_MID_TERM = (
    "<p>Take last term’s mid-term from the shelf in Room B12, or the copy in the library. An hour, one sheet of notes. "
    "Mark it with the key that lies beside it, and write down which two problems cost you most.</p>"
)
