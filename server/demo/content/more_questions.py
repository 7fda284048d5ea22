"""More questions of plane surveying, week by week; every key is a formula over their numbers."""

from __future__ import annotations

from demo.content.questions import Body, Posed, angle, ask, choice, decimals, dms, num, order, within, worked


def text(*accepted: str) -> Body:
    return {"kind": "text", "keys": [{"text": one} for one in accepted], "likeness": "loose"}


def unit(key: str, name: str, amount: str = "1/1000") -> Body:
    return {
        "kind": "number",
        "keys": [{"text": key}],
        "tolerance": {"nearness": "relative", "amount": amount},
        "unit": name,
    }


def figures(key: str, count: int) -> Body:
    return {"kind": "number", "keys": [{"text": key}], "tolerance": {"nearness": "figures", "amount": str(count)}}


def fraction(key: str) -> Body:
    return {"kind": "fraction", "keys": [{"text": key}]}


def point(key: str, places: int) -> Body:
    return {
        "kind": "point", "keys": [{"text": key}], "tolerance": {"nearness": "decimals", "amount": str(places)}, "size": 2,
    }  # fmt: skip


def listed(key: str, amount: str, *, ordered: bool = False) -> Body:
    return {
        "kind": "list", "keys": [{"text": key}], "tolerance": {"nearness": "within", "amount": amount}, "ordered": ordered,
        "each": True,
    }  # fmt: skip


def matching(*pairs: tuple[str, str]) -> Body:
    return {
        "kind": "matching",
        "left": [{"name": f"l{n}", "text": left} for n, (left, _) in enumerate(pairs)],
        "right": [{"name": f"r{n}", "text": right} for n, (_, right) in enumerate(pairs)],
        "pairs": [[f"l{n}", f"r{n}"] for n in range(len(pairs))],
        "each": True,
    }


NOTES = [
    ask("Feet to metres", "3", "A plan of 1931 gives a side as [[f]] ft. How long is it in metres? One foot is 0.3048 m. Give two decimals.",
        decimals("f*0.3048", 2, ("f/0.3048", "A metre is longer than a foot: the figure gets smaller.")), num("f", "80", "400", "0.05"),
        solution="[[f]] · 0.3048"),
    ask("Significant figures", "3", "A length of [[L]] m was paced, good to three figures. Write it so.", figures("L", 3), num("L", "118.2", "987.9", "0.1")),
    ask("A slip in the book", "3", "What does a booker do with a wrong figure?",
        choice(("Strike it through once and write the right one beside it", ""), ("Rub it out", "Then nobody can judge the reading any more."),
               ("Write over it", "Two figures in one can be read as either."), ("Copy the page and throw the first away", "The first page is the record."))),
    ask("Scale of a plan", "3", "On a plan 1 : [[s]] a wall is [[m]] mm long. How long is it on the ground? Give the unit.", unit("s*m/1000", "m"),
        num("s", "200", "1000", "100"), num("m", "12", "180", "0.5")),
    ask("What belongs where", "3", "Match what is booked with its place in the field book.",
        matching(("Readings", "left page, columns"), ("Sketch", "right page"), ("Weather and crew", "head of the page"), ("Closing check", "foot of the columns"))),
]  # fmt: skip
TAPING_MORE = [
    ask("Pull in the tape", "3",
        "A 30 m tape has a section of 4.2 mm² and is right at 50 N. It is pulled with [[P]] N over [[L]] m. Steel gives by 200 000 N/mm². "
        "What is the correction for tension in metres, to four decimals?",
        decimals("(P-50)*L/(4.2*200000)", 4, ("(50-P)*L/(4.2*200000)", "A tape that is pulled harder is longer: it reads too little.")),
        num("P", "70", "150", "5"), num("L", "25", "60", "0.05")),
]  # fmt: skip
LEVELLING_MORE = [
    ask("Height of instrument", "3", "The backsight on a mark at [[H]] m is [[b]] m. How high is the line of sight, in metres, to three decimals?",
        decimals("H+b", 3, ("H-b", "The line of sight lies above the mark.")), num("H", "180", "260", "0.001"), num("b", "0.3", "3.2", "0.001")),
]  # fmt: skip
LOOPS = [
    ask("Correction at a turning point", "3",
        "A loop of [[n]] set-ups is [[w]] mm too high at its end. By how many millimetres is the height after set-up [[k]] corrected? "
        "Each set-up carries the same share.",
        within("-w*k/n", "0.05", ("w*k/n", "It is too high: the correction takes away.")), num("n", "6", "14"), num("w", "3", "18", "0.1"), num("k", "2", "5")),
    ask("Which loop to run again", "3",
        "A loop of 2 km closes within 9 mm, another of 0.5 km within 11 mm. The limit is 12 mm times the root of the kilometres. Which is run again?",
        choice(("The short one", ""), ("The long one", "Its limit is 17 mm."), ("Both", "The long one is within its limit."), ("None", "The short one's limit is 8.5 mm."))),
    ask("Sum of rises and falls", "3", "The rises of a line add up to [[r]] m, its falls to [[f]] m. How much higher is its end than its beginning, in metres, to three decimals?",
        decimals("r-f", 3, ("f-r", "Up by the rises, down by the falls.")), num("r", "1", "9", "0.001", "abs(r-f) > 0.05"), num("f", "1", "9", "0.001")),
    ask("Equal sights", "3", "What do sights of equal length, back and fore, take away?",
        choice(("The error of a line of sight that is not level", ""), ("Errors of reading", "Those stay: they are by chance."), ("A sinking staff", "That needs a firm turning point."), ("Parallax", "That is removed at the eyepiece."))),
    ask("Two heights by one loop", "3",
        "From a mark at [[H]] m a loop rises by [[a]] m to B and by [[b]] m more to C. How high are B and C, in metres? Separate them by a comma.",
        listed("H+a, H+a+b", "0.0005", ordered=True), num("H", "180", "260", "0.001"), num("a", "0.4", "2.9", "0.001"), num("b", "0.4", "2.9", "0.001")),
]  # fmt: skip
ANGLES_MORE = [
    ask("Mean of two faces", "3", "Face left reads [[l]], face right [[r]]. What is the mean direction, as face left would read it?",
        dms("(l+r-180)/2", "15"), angle("l", "20", "160"), angle("w", "0", "3/60"), worked("r", "l+180+w", shown="degrees")),
    ask("Index error", "3", "The zenith angles of a target are [[a]] in one face and [[b]] in the other. They should add up to 360°. By how much is each reading corrected, in minutes of arc?",
        within("(360-a-b)*30", "0.05"), angle("a", "80", "89"), angle("w", "1/60", "6/60"), worked("b", "360-a-w", shown="degrees")),
]  # fmt: skip
BEARINGS_MORE = [
    ask("Azimuth of the next leg", "3", "The azimuth from A to B is [[az]]. At B the angle from A clockwise to C is [[b]]. What is the azimuth from B to C?",
        dms("az+180+b"), angle("az", "5", "355"), angle("b", "40", "320")),
]  # fmt: skip
TRAVERSE_MORE = [
    ask("Where the leg ends", "3",
        "A leg of [[d]] m runs at an azimuth of [[az]] from N 500, E 500. Where does it end? Give (north, east), two decimals.",
        point("(500 + d cos(az), 500 + d sin(az))", 2), num("d", "50", "90", "0.01"), angle("az", "0", "21599/60", "abs(cos(az)) > 0.05 and abs(sin(az)) > 0.05")),
    ask("Distance from coordinates", "3", "P lies at N [[a]], E [[b]], Q at N [[c]], E [[g]], in metres. How far apart are they, to two decimals?",
        decimals("sqrt((a-c)^2+(b-g)^2)", 2), num("a", "100", "300", "0.01"), num("b", "100", "300", "0.01"), num("c", "320", "480", "0.01"), num("g", "320", "480", "0.01")),
]  # fmt: skip
ADJUSTING_MORE = [
    ask("Sum of interior angles", "3", "The interior angles of a traverse of [[n]] sides add up to [[s]]. By how many seconds is each corrected, if all alike?",
        within("((n-2)*180-s)*3600/n", "0.5"), num("n", "4", "9"), num("w", "-400", "400", only_if="abs(w) > 5"), worked("s", "(n-2)*180 + w/3600", shown="degrees")),
    ask("After the compass rule", "3", "What is true of a traverse that was balanced by the compass rule?",
        choice(("Its latitudes add up to nothing, and so do its departures", ""), ("Its angles are as they were measured", "They change a little with the legs."),
               ("Its longest leg is unchanged", "The longest leg takes the most."), ("Its misclosure is halved", "It is taken away whole."))),
]  # fmt: skip
AREAS = [
    ask("Area of a rectangle of pegs", "3", "Four pegs stand at the corners of a rectangle of [[a]] m by [[b]] m. How large is it? Give the unit.", unit("a*b", "m^2"),
        num("a", "20", "90", "0.1"), num("b", "12", "60", "0.1")),
    ask("Offsets by the trapezoidal rule", "3",
        "Offsets of [[a]], [[b]] and [[c]] m stand [[d]] m apart along a line. What area do they bound, in square metres, to one decimal?",
        decimals("d*(a/2+b+c/2)", 1, ("d*(a+b+c)", "The first and the last count by half.")),
        num("a", "2", "9", "0.1"), num("b", "2", "9", "0.1"), num("c", "2", "9", "0.1"), num("d", "5", "20", "5")),
    ask("Area from two sides and an angle", "3", "Two sides of a triangular lot are [[a]] m and [[b]] m; the angle between them is [[g]]. How large is the lot, in square metres, to the nearest metre?",
        within("a*b*sin(g)/2", "0.6", ("a*b*sin(g)", "A triangle is half of that.")), num("a", "30", "120", "0.1"), num("b", "30", "120", "0.1"), angle("g", "25", "155")),
    ask("Part of a field", "2", "A path takes [[p]] m² of a field of [[q]] m². What part of it is that, as a fraction in lowest terms?", fraction("p/q"),
        num("p", "32", "96", "2"), num("q", "400", "900", "5")),
]  # fmt: skip
CONTOURS = [
    ask("Where the contour passes", "3", "Between spots of [[a]] m and [[b]] m, [[d]] m apart, runs the contour of [[h]] m. How far from the first spot, in metres, to one decimal?",
        decimals("d*(h-a)/(b-a)", 1, ("d*(b-h)/(b-a)", "That is from the other spot.")), num("a", "200.1", "200.9", "0.1"), num("b", "202.1", "203.9", "0.1"),
        num("d", "10", "30"), num("h", "201", "202", only_if="abs(h-(a+b)/2) > 0.05")),
    ask("Slope from contours", "3", "Contours of 1 m stand [[s]] mm apart on a plan 1 : [[m]]. How steep is the ground, in per cent, to one decimal?",
        decimals("100/(s*m/1000)", 1), num("s", "2", "20", "0.1"), num("m", "200", "1000", "50")),
    ask("Contours close together", "2", "What do contours that come close together say?",
        choice(("The ground is steep there", ""), ("The ground is high there", "Height stands at the lines, not between them."), ("A stream runs there", "Look for lines that point uphill."), ("The plan is old", "That is not to be seen in them."))),
    ask("Reading a gradient", "2", "A drain falls 1 in [[n]]. By how many millimetres does it fall over [[L]] m?", within("1000*L/n", "0.5"), num("n", "40", "120", "5"), num("L", "6", "30", "0.1")),
]  # fmt: skip
STATIONS: Posed = (
    "From PI to PC and PT",
    "4",
    {
        "text": "<p>A simple curve of radius [[R]] m turns by [[D]] at a PI at [[pi_at]] m. Its PC lies at [[pc]] m and its PT at "
        "[[pt]] m, both to two decimals along the line.</p>",
        "parameters": [num("R", "120", "600", "10"), angle("D", "12", "75"), num("pi_at", "1000", "2000", "5")],
        "fields": [
            {"name": "pc", "label": "PC", "asked": decimals("pi_at - R*tan(D/2)", 2)},
            {
                "name": "pt",
                "label": "PT",
                "asked": decimals(
                    "pi_at - R*tan(D/2) + pi*R*D/180",
                    2,
                    ("pi_at + R*tan(D/2)", "The PT follows the arc, not the tangents."),
                ),
            },
        ],
        "solution": "<p>PC: [[pi_at]] − [[R]] · tan ([[D]] / 2). PT: PC and the length of the arc.</p>",
    },
)
CURVES = [
    STATIONS,
    ask("Tangent length", "3", "A simple curve of radius [[R]] m turns by [[D]]. How long are its tangents, in metres, to two decimals?",
        decimals("R*tan(D/2)", 2, ("R*tan(D)", "By half the turn.")), num("R", "120", "600", "10"), angle("D", "12", "75"), solution="[[R]] · tan ([[D]] / 2)"),
    ask("Length of a curve", "3", "A simple curve of radius [[R]] m turns by [[D]]. How long is its arc, in metres, to two decimals?",
        decimals("pi*R*D/180", 2), num("R", "120", "600", "10"), angle("D", "12", "75")),
    ask("Long chord", "3", "What is the long chord of a curve of radius [[R]] m that turns by [[D]], in metres, to two decimals?",
        decimals("2*R*sin(D/2)", 2, ("R*sin(D)", "Twice the sine of half the turn.")), num("R", "120", "600", "10"), angle("D", "12", "75")),
    ask("First deflection angle", "3", "A chord of [[c]] m is set out on a curve of radius [[R]] m. What is its deflection angle?", dms("1718.873385/60*c/R", "5"),
        num("c", "10", "20", "0.5"), num("R", "200", "600", "5")),
    ask("Mid-ordinate", "3", "How far is the middle of the arc from the middle of the long chord, in metres, to two decimals? The radius is [[R]] m, the turn [[D]].",
        decimals("R*(1-cos(D/2))", 2), num("R", "120", "600", "10"), angle("D", "12", "75")),
]  # fmt: skip
SETTING = [
    ask("Azimuth to a peg", "3", "From a station at (0, 0) a peg is to stand [[n]] m north and [[w]] m east. At which azimuth?", dms("atan2(w, n)", "15"),
        num("n", "10", "90", "0.01"), num("w", "10", "90", "0.01")),
    ask("Distance to a peg", "3", "From a station at (0, 0) a peg is to stand [[n]] m north and [[w]] m west. How far is it, to three decimals?", decimals("sqrt(n^2+w^2)", 3),
        num("n", "10", "90", "0.01"), num("w", "10", "90", "0.01")),
    ask("Diagonals of a house", "3", "The corners of a house of [[a]] m by [[b]] m are pegged. How long must each diagonal be, in metres, to three decimals?", decimals("sqrt(a^2+b^2)", 3),
        num("a", "8", "20", "0.05"), num("b", "6", "14", "0.05")),
    ask("An independent check", "2", "Which check of a setting out is independent?",
        choice(("Measuring between pegs that were set from one station", ""), ("Reading the same angles again", "The same slip would be made again."), ("Adding the columns of the sheet", "That checks the sheet."), ("Asking who set them", "A witness is no measurement."))),
    ask("Cut or fill", "2", "A peg's top stands at [[t]] m, the formation at [[f]] m. By how much is it cut (minus) or filled (plus), in metres, to three decimals?",
        decimals("f-t", 3, ("t-f", "From the peg to the formation.")), num("t", "201", "204", "0.001", "abs(t-f) > 0.05"), num("f", "201", "204", "0.001")),
]  # fmt: skip
ERRORS = [
    ask("Error of a sum", "3", "A line is taped in [[n]] parts, each good to [[s]] mm. How good is the whole, in millimetres, to one decimal?",
        decimals("s*sqrt(n)", 1, ("s*n", "Errors by chance grow with the root of their number.")), num("n", "2", "19", only_if="n != 4 and n != 9 and n != 16"), num("s", "2", "9", "0.05")),
    ask("Weighted mean", "3", "A height was found as [[a]] m with weight [[p]] and as [[b]] m with weight [[q]]. What is its weighted mean, in metres, to four decimals?",
        decimals("(p*a+q*b)/(p+q)", 4), num("a", "201.100", "201.140", "0.001"), num("b", "201.150", "201.190", "0.001"), num("p", "1", "5", only_if="p != q"), num("q", "1", "5")),
    ask("Standard error of a mean", "3", "One reading is good to [[s]] mm. How good is the mean of [[n]], in millimetres, to two decimals?", decimals("s/sqrt(n)", 2, ("s/n", "By the root of their number.")),
        num("s", "2", "9", "0.05"), num("n", "3", "19")),
    ask("By chance or not", "2", "Which of these is systematic?",
        choice(("A tape that is too long", ""), ("A trembling image", "That is by chance."), ("Reading tenths by eye", "That is by chance."), ("A gust of wind", "That is by chance."))),
    ask("Error of an area", "3", "A rectangle of [[a]] m by [[b]] m was measured, each side good to 0.02 m. How good is its area, in square metres, to two decimals?",
        decimals("0.02*sqrt(a^2+b^2)", 2), num("a", "20", "80"), num("b", "15", "60")),
]  # fmt: skip
PROJECT = [
    ask("Order of a survey", "3", "Put the steps of a survey in order.", order("Walk the ground", "Plan control", "Measure", "Reduce and close", "Report")),
    ask("Why it is closed", "3", "Why is a survey closed on known points? Answer in two or three sentences.", {"kind": "by_hand", "sort": "essay", "least_words": 15}),
    ask("How many set-ups", "3", "Sights are at most [[s]] m. How many set-ups does a line of [[L]] m need at least?", within("L/(2*s)+0.5", "0.5"), num("s", "35", "60", "1"), num("L", "480", "1200", "1")),
    ask("Precision that was asked", "3", "A contract asks for 1 : [[n]]. By how much may a traverse of [[P]] m misclose, in millimetres, to the nearest millimetre?", within("1000*P/n", "0.6"),
        num("n", "3000", "8000", "500"), num("P", "500", "1400", "1")),
    ask("The word for it", "3", "What is a point called whose position others are measured from?", text("control point", "control", "control station")),
]  # fmt: skip
MORE: dict[str, list[Posed]] = {
    "Field notes and units": NOTES,
    "Taping and corrections": TAPING_MORE,
    "Levelling": LEVELLING_MORE,
    "Level loops": LOOPS,
    "Angles": ANGLES_MORE,
    "Bearings": BEARINGS_MORE,
    "Traverse computation": TRAVERSE_MORE,
    "Adjustment and areas": [*ADJUSTING_MORE, *AREAS],
    "Contours": CONTOURS,
    "Curves": CURVES,
    "Setting out": SETTING,
    "Errors and weights": ERRORS,
    "Project": PROJECT,
}
