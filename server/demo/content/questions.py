"""Questions of plane surveying with numbers of each student's own; every key is a formula over them."""

from __future__ import annotations

from typing import Any

Body = dict[str, Any]
Posed = tuple[str, str, Body]
"""Name, points, body."""


def num(name: str, least: str, most: str, step: str = "1", only_if: str = "") -> Body:
    drawn = {"kind": "range", "least": least, "most": most, "step": step}
    return {"name": name, "drawn": drawn, "only_if": only_if}


def angle(name: str, least: str, most: str, only_if: str = "") -> Body:
    """Whole minutes, shown with them; bounds in degrees."""
    return {**num(name, least, most, "1/60", only_if), "shown": "degrees"}


def worked(name: str, formula: str, places: int = 0, round_to: int | None = None, **more: Any) -> Body:
    return {
        "name": name,
        "drawn": {"kind": "derived", "formula": formula, "round_to": round_to},
        "places": places,
        **more,
    }


def decimals(key: str, places: int, *wrong: tuple[str, str], unit: str = "") -> Body:
    return {
        "kind": "number",
        "keys": _keys(key, wrong),
        "tolerance": {"nearness": "decimals", "amount": str(places)},
        "unit": unit,
    }


def within(key: str, amount: str, *wrong: tuple[str, str], unit: str = "") -> Body:
    return {
        "kind": "number",
        "keys": _keys(key, wrong),
        "tolerance": {"nearness": "within", "amount": amount},
        "unit": unit,
    }


def dms(key: str, seconds: str = "30", *, bearing: bool = False) -> Body:
    return {"kind": "angle", "keys": _keys(key, ()), "seconds": seconds, "bearing": bearing, "turns": True}


def choice(*options: tuple[str, str], several: bool = False) -> Body:
    """The first is right; each with a word for who takes it."""
    return {
        "kind": "choice",
        "several": several,
        "options": [
            {"name": "abcdef"[n], "text": text, "word": word, "right": n == 0} for n, (text, word) in enumerate(options)
        ],
    }


def order(*steps: str) -> Body:
    return {
        "kind": "ordering",
        "each": True,
        "options": [{"name": "abcdef"[n], "text": step} for n, step in enumerate(steps)],
    }


def _keys(key: str, wrong: tuple[tuple[str, str], ...]) -> list[Body]:
    return [{"text": key}, *({"text": text, "credit": "1/3", "word": word} for text, word in wrong)]


def ask(name: str, points: str, text: str, asked: Body, *parameters: Body, solution: str = "") -> Posed:
    body = {
        "text": f"<p>{text}</p>",
        "parameters": list(parameters),
        "fields": [{"name": "answer", "asked": asked}],
        "solution": f"<p>{solution}</p>" if solution else "",
    }
    return name, points, body


TAPING = [
    ask("Correction for temperature", "3",
        "A 30 m steel tape is right at 20 °C. A line is taped at [[t]] °C and reads [[L]] m. What is the correction for temperature, "
        "in metres, to four decimals? Take 1.16×10⁻⁵ per °C.",
        decimals("1.16e-5*L*(t-20)", 4, ("1.16e-5*L*(20-t)", "A warm tape is too long and reads too little: the correction has the other sign.")),
        num("t", "-5", "38", only_if="abs(t-20) > 4"), num("L", "80", "290", "0.01"),
        solution="1.16×10⁻⁵ · [[L]] · ([[t]] − 20)"),
    ask("Slope to horizontal", "2",
        "A slope distance of [[s]] m falls by [[h]] m. What is the horizontal distance, in metres, to three decimals?",
        decimals("sqrt(s^2-h^2)", 3, ("sqrt(s^2+h^2)", "The slope is the longest side of the triangle.")),
        num("s", "40", "120", "0.01"), num("h", "1.5", "12", "0.01")),
    ask("Sag between supports", "3",
        "A tape of [[w]] kg hangs free over [[L]] m under a pull of [[P]] N. What is the correction for sag, in metres, to four decimals? "
        "Its weight is its mass times 9.81 m/s².",
        decimals("-(w*9.81)^2*L/(24*P^2)", 4, ("(w*9.81)^2*L/(24*P^2)", "A tape that hangs reads too much: the correction is negative.")),
        num("w", "0.3", "0.7", "0.01"), num("L", "20", "50", "0.5"), num("P", "60", "120", "5")),
    ask("A tape that is too long", "2",
        "A 30 m tape is found to be [[q]] mm too long. With it a line reads [[L]] m. How long is the line, in metres, to three decimals?",
        decimals("L*(30+q/1000)/30", 3, ("L*(30-q/1000)/30", "Each length laid off covers more ground than it says.")),
        num("q", "3", "18"), num("L", "120", "480", "0.01")),
]  # fmt: skip
LEVELLING = [
    ask("Height of a turning point", "2",
        "From a benchmark at [[H]] m the backsight is [[b]] m and the foresight on the turning point [[f]] m. How high is the point, in metres, "
        "to three decimals?",
        decimals("H+b-f", 3, ("H-b+f", "Up by the backsight, down by the foresight.")),
        num("H", "180", "260", "0.001"), num("b", "0.4", "2.9", "0.001", "abs(b-f) > 0.05"), num("f", "0.4", "2.9", "0.001")),
    ask("Closing a loop", "2",
        "A loop of [[k]] km begins at [[H]] m and comes back to [[E]] m. What is its misclosure in millimetres?",
        within("(E-H)*1000", "0.5", ("(H-E)*1000", "Found less known: what came back, less where it began.")),
        num("k", "1", "4", "0.1"), num("H", "180", "260", "0.001"), num("d", "-18", "18", only_if="abs(d) > 3"),
        worked("E", "H+d/1000", places=3, round_to=3)),
    ask("What a loop may be off", "2",
        "Third order allows 12 mm times the square root of the length in kilometres. What does it allow a loop of [[k]] km, in millimetres, "
        "to one decimal?",
        decimals("12*sqrt(k)", 1, ("12*k", "By the square root of the length, not by the length.")), num("k", "1.2", "8.9", "0.001", "k != 4")),
    ask("Order of a set-up", "2", "Put the steps of a set-up of the level in order.",
        order("Spread and tread in the legs", "Centre the circular bubble", "Remove parallax", "Read the backsight", "Read the foresight")),
]  # fmt: skip
ANGLES = [
    ask("Interior angle from two directions", "2",
        "The circle reads [[a]] to the left and [[b]] to the right. What is the angle between them, clockwise?",
        dms("b-a"), angle("a", "5", "120"), angle("b", "130", "340")),
    ask("The last angle of a polygon", "2",
        "All interior angles but one of a closed traverse of [[n]] sides add up to [[s]]. How large is the last?",
        dms("(n-2)*180-s"), num("n", "4", "9"), angle("x", "60", "300"), worked("s", "(n-2)*180-x", shown="degrees")),
    ask("Degrees, minutes and seconds", "1", "Write [[x]]° in degrees, minutes and seconds.", dms("x", "0.5"), num("x", "10.005", "359.995", "0.005")),
]  # fmt: skip
BEARINGS = [
    ask("Azimuth from bearing", "2", "A line runs S [[b]] E. What is its azimuth from north?", dms("180-b"), angle("b", "5", "85")),
    ask("Bearing from azimuth", "2", "A line has the azimuth [[az]]. What is its bearing?", dms("az", bearing=True),
        angle("az", "5", "355", "abs(sin(2*az)) > 0.1")),
    ask("Back azimuth", "1", "The azimuth from A to B is [[az]]. What is the azimuth from B to A?", dms("az+180"), angle("az", "1", "359")),
    ask("Magnetic to true", "2", "The compass reads [[m]]; the declination is [[d]] east. What is the true azimuth?", dms("m+d"),
        angle("m", "5", "340"), angle("d", "2", "12")),
]  # fmt: skip
LEG = (num("d", "50", "90", "0.01"), angle("az", "0", "21599/60", "abs(cos(az)) > 0.05 and abs(sin(az)) > 0.05"))
TRAVERSE = [
    ask("Latitude of a leg", "3",
        "A line runs [[d]] m at an azimuth of [[az]]. What is its latitude, in metres? Give three decimals.",
        decimals("lat", 3, ("d sin(az)", "That is the departure: latitude goes with the cosine."),
                 ("-lat", "Look at the quadrant: which way does the line run?")),
        *LEG, worked("lat", "d cos(az)", places=3), solution="[[d]] · cos [[az]] = [[lat]] m"),
    ask("Departure of a leg", "3",
        "A line runs [[d]] m at an azimuth of [[az]]. What is its departure, in metres? Give three decimals.",
        decimals("d sin(az)", 3, ("d cos(az)", "That is the latitude: departure goes with the sine."),
                 ("-d sin(az)", "Look at the quadrant: which way does the line run?")), *LEG),
    ask("Signs by quadrant", "2", "A line runs S 40° W. Which signs do its latitude and departure have?",
        choice(("both minus", ""), ("latitude minus, departure plus", "That runs towards the south-east."),
               ("latitude plus, departure minus", "That runs towards the north-west."), ("both plus", "That runs towards the north-east."))),
    ask("Misclosure of a traverse", "2",
        "The latitudes add up to [[u]] m and the departures to [[v]] m. How large is the linear misclosure, in metres, to three decimals?",
        decimals("sqrt(u^2+v^2)", 3, ("abs(u)+abs(v)", "The two stand at a right angle: square, add, take the root.")),
        num("u", "-0.2", "0.2", "0.001", "abs(u) > 0.01"), num("v", "-0.2", "0.2", "0.001", "abs(v) > 0.01")),
    ask("Precision as 1 : n", "2",
        "A traverse of [[P]] m closes within [[w]] m. Its precision is 1 : n. What is n, to the nearest hundred?",
        within("P/w", "50"), num("P", "400", "1200", "0.01"), num("w", "0.04", "0.2", "0.001")),
]  # fmt: skip
ADJUSTING = [
    ask("Compass rule", "3",
        "The latitudes of a traverse of [[P]] m add up to [[u]] m. By how much does the compass rule correct the latitude of a leg of [[d]] m, "
        "in metres, to four decimals?",
        decimals("-u*d/P", 4, ("u*d/P", "The correction takes the error away: it has the other sign.")),
        num("P", "500", "900", "0.01"), num("u", "-0.2", "0.2", "0.001", "abs(u) > 0.02"), num("d", "60", "160", "0.01")),
    ask("Area by coordinates of a triangle", "3",
        "A triangle has its corners at (0, 0), ([[a]], 0) and ([[b]], [[c]]), in metres. How large is it, in square metres?",
        within("a*c/2", "0.5", ("a*c", "Half of that.")), num("a", "40", "160", "0.5"), num("b", "10", "90", "0.5"), num("c", "30", "120", "0.5")),
    ask("Square metres to hectares", "1", "A lot has [[A]] m². How large is it in hectares? Give the unit.",
        {"kind": "number", "keys": [{"text": "A/10000"}], "tolerance": {"nearness": "relative", "amount": "1/1000"}, "unit": "ha"},
        num("A", "2500", "98000", "50")),
]  # fmt: skip
BANKS = {
    "Taping and corrections": TAPING,
    "Levelling": LEVELLING,
    "Angles": ANGLES,
    "Bearings": BEARINGS,
    "Traverse computation": TRAVERSE,
    "Adjustment and areas": ADJUSTING,
}
