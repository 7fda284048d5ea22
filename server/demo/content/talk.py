"""What SRV 110 talks about: a prompt a week, and what people say to it. Figures are computed."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import cos, radians, sin, sqrt
from random import Random

from demo.content.html import maths, paragraph

Line = Callable[[Random], str]


@dataclass(frozen=True)
class Talk:
    """The discussion of one week: `posts` make a post each, paragraphs of HTML."""

    week: int
    title: str
    prompt: str
    posts: tuple[Line, ...] = ()


def _units(random: Random) -> str:
    chains = random.randint(3, 9)
    links = random.randint(1, 99)
    metres = (chains + links / 100) * 20.1168
    return paragraph(
        f"Grandfather’s deed gives one side as {chains} chains {links} links. With 20.1168 m to the chain that is "
        f"{metres:.2f} m. I first wrote {metres:.4f} m, but nobody laid a chain to a tenth of a millimetre: two decimals "
        "already promise more than the chain could keep. Where would you stop, and what would you write in the field book?"
    )


def _booking(random: Random) -> str:
    first = random.choice([n for n in range(4021, 9876) if n // 10 % 10 != n % 10]) / 100
    swapped = _swapped(first)
    return paragraph(
        f"My partner called {first:.2f} and I booked {swapped:.2f}. We only found it because the back measurement gave "
        f"{first + random.choice((-0.01, 0.01)):.2f}. Since then I read every figure back aloud before I write the next "
        "one, and the caller says ‘right’ or says it again. It costs a second a line and has saved us the walk twice."
    )


def _swapped(value: float) -> float:
    """The last two digits changed places."""
    cents = round(value * 100)
    tens, ones = cents // 10 % 10, cents % 10
    return (cents - tens * 10 - ones + ones * 10 + tens) / 100


def _tape(random: Random) -> str:
    length, warm = random.randint(30, 90), random.randint(24, 34)
    rule = maths(r"C_t = \alpha\,(T - T_0)\,L")
    change = 0.0000116 * (warm - 20) * length
    return paragraph(
        f"We taped {length} m at {warm} °C with a steel tape that is true at 20 °C. With "
        f"{rule} and a coefficient of 0.0000116 per degree the correction is "
        f"{change * 1000:+.1f} mm. Reading the tape we hardly agree to 2 mm. So is it worth a line in the book? I say "
        "yes, because it always has the same sign and comes again with every tape length."
    )


def _slope(random: Random) -> str:
    slope, rise = random.randint(25, 60), random.randint(2, 6)
    rule = maths(r"\sqrt{s^2 - h^2}")
    flat = sqrt(slope**2 - rise**2)
    return paragraph(
        f"On the bank behind the store we measured {slope}.00 m along the ground with a rise of {rise}.00 m. The flat "
        f"distance is {rule} = {flat:.3f} m, so leaving the slope out costs us "
        f"{(slope - flat) * 100:.1f} cm. That is far more than what the temperature does here. I would always take the "
        "rise, even by eye with a hand level, before I argue about degrees."
    )


def _level(random: Random) -> str:
    back, fore = random.randint(800, 2400) / 1000, random.randint(600, 2600) / 1000
    return paragraph(
        f"BM 1 is 100.000 m. We read {back:.3f} on it and {fore:.3f} on the step, so the height of instrument is "
        f"{100 + back:.3f} m and the step is {100 + back - fore:.3f} m. A second set-up ten paces further gave the same to "
        "2 mm. What I like: the step does not care where the instrument stood, so two set-ups are a check that costs five "
        "minutes."
    )


def _sights(random: Random) -> str:
    long, short = random.randint(45, 70), random.randint(12, 25)
    return paragraph(
        f"Our backsights were about {long} m and our foresights {short} m, because of the wall. If the line of sight is "
        f"tilted by 10 seconds that difference of {long - short} m alone makes "
        f"{(long - short) * 1000 * sin(radians(10 / 3600)):.1f} mm, and it has the same sign at every set-up. Would you "
        "rather set up off the line to keep the lengths equal, or measure the tilt and take it out afterwards?"
    )


def _loop(random: Random) -> str:
    miss, setups = random.randint(3, 14), random.randint(6, 14)
    each = miss / setups
    return paragraph(
        f"The loop from BM 1 round the yard misses by {miss} mm over {setups} set-ups. Sharing it out by set-ups gives "
        f"{each:.1f} mm each, so the n-th turning point gets n times that with the other sign. I don’t feel well about "
        "sharing out what might be one wrong reading. How large must it be before you go out again instead?"
    )


def _angle(random: Random) -> str:
    left = random.randint(20, 160)
    seconds = random.randint(5, 40)
    return paragraph(
        f"Face left gave {left}° 14′ 20″ and face right {left}° 14′ {20 + seconds % 40}″. The mean takes out what the "
        "instrument does wrong in both faces alike, but not what we do: we had set up half a shoe’s width from the nail. "
        "At 40 m a centimetre is almost a minute of arc. Do you measure the centring again after each set, or trust it?"
    )


def _bearing(random: Random) -> str:
    azimuth = random.choice([a for a in range(95, 176) if a != 135])
    return paragraph(
        f"An azimuth of {azimuth}° is S {180 - azimuth}° E. I had written S {azimuth - 90}° E at first, counting from east. "
        "Now I draw the four quarters beside every line, put the line in, and count from the nearer of north and south. "
        "It looks childish, and since then none of my bearings has been wrong. How do you keep the quarters apart?"
    )


def _magnetic(random: Random) -> str:
    steps = random.randint(2, 5)
    return paragraph(
        f"By the steel door of the store our compass was {steps}° off, and on the lawn it was right. We saw it only because "
        "the back bearing of the same line did not differ by 180°. Local attraction spoils both ends of a line that stands "
        "in it, so we began at a line whose two bearings agree and went round from there. Is there a better place to begin?"
    )


def _misclosure(random: Random) -> str:
    north, leg = random.randint(11, 39) / 100, random.randint(4, 19)
    change, share = maths(r"\Delta N"), maths(rf"\cos {leg}^\circ")
    return paragraph(
        f"Our loop misses by {north:.2f} m, almost all of it north. The leg DE runs nearly north too, so I think we misread "
        f"its length: {change} changes by {share} = {cos(radians(leg)):.2f} of any "
        "slip in it, and the east hardly at all. Does that still hold if two legs point the same way? Then the one slip "
        "could sit in either of them, or be shared."
    )


def _blunder(random: Random) -> str:
    azimuth = random.randint(20, 70)
    slip = 10 * sin(radians(azimuth))
    return paragraph(
        f"If one length is a whole tape of 10 m too short, the misclosure points along that leg: here 10 m at {azimuth}° "
        f"would be {10 * cos(radians(azimuth)):.2f} m north and {slip:.2f} m east. So before we balanced anything we took "
        "the azimuth of the misclosure itself and looked which leg runs like it. It was BC, and the book had a dropped pin "
        "on that line. The compass rule would have spread that slip over all five legs."
    )


def _precision(random: Random) -> str:
    length, miss = random.randint(280, 360), random.randint(5, 13) / 100
    return paragraph(
        f"We got {miss:.2f} m in {length} m, that is 1 : {round(length / miss / 10) * 10}. The limit of this course is "
        "1 : 2000 so it passes, but I don’t think that it says much about a single corner: a loop can close well with two "
        "errors that cancel. I would trust it more if the diagonal BD had been measured once. Who has one, and does it fit?"
    )


CLOSINGS = (
    "",
    "I would be glad of a second pair of eyes on the book.",
    "We go out again on Friday at eight, in case somebody wants to watch.",
    "If you had the same, say what you did; I have only half an idea.",
    "The sketch in our book is not to scale, which did not help.",
    "Ask me for the raw figures, I have them on two pages.",
    "I first looked for it in the arithmetic and lost an hour there.",
    "My partner sees it the other way round and will say so below.",
)


def _swung(random: Random) -> str:
    back, off = random.randint(40, 90), random.randint(2, 9)
    return paragraph(
        f"I would look at the angles first. At C we sighted a backsight of only {back // 3} m, and a pin that stood "
        f"{off} mm beside its nail there is {206265 * off / 1000 / (back // 3):.0f} seconds of arc. That swings every leg "
        f"after C by the same angle, and the misclosure comes out at right angles to the line from C to A. Ours does, "
        "within a few degrees, so the lengths may all be innocent."
    )


def _wrong_way(random: Random) -> str:
    leg = random.choice(("AB", "CD", "EA"))
    angle = random.randint(2, 40)
    return paragraph(
        f"Before the tape I check the turning: with {leg} booked as {180 + angle}° instead of {angle}° the loop does not "
        "miss by centimetres but by twice the leg, so anything below a metre is no such slip. What is left is a digit, a "
        "dropped pin or the sag of the tape. I count the pins first, because that takes one look at the book, and the sag "
        "last, because it would stretch all legs alike and hardly open the loop at all."
    )


_LATER = (
    Talk(8, "Which balance would you defend?", "The compass rule shares a misclosure out by length, the transit rule by latitude and departure. Defend one before somebody whose fence it moves."),
    Talk(9, "An area that everybody accepts", "Two neighbours have two figures for one area. Say how each could be right."),
    Talk(10, "What a contour leaves out", "Find a place on campus that a map with contours of one metre does not show, and say for whom it matters."),
    Talk(11, "Where does a curve begin?", "Bring a picture of a bend you use, and reason where the surveyor set its beginning."),
)  # fmt: skip

TALKS = (
    Talk(1, "A figure that promises too much", "Find a length somewhere (a deed, a label, a plan) that is given with more decimals than anybody could have measured, or tell of a figure that was booked wrong and how it was found.", (_units, _booking)),
    Talk(2, "Which correction matters?", "Of the four corrections to a taped length, choose the one that mattered most on your line, and show it with your own figures.", (_tape, _slope)),
    Talk(3, "Two ways to the same height", "Show two independent ways in which your party got one height, and what they differ by.", (_level, _sights)),
    Talk(4, "Share it out, or go out again?", "Your level loop misses. When do you adjust, and when do you go out again?", (_loop, _sights)),
    Talk(5, "What the mean takes out", "Both faces of an instrument cancel some errors and keep others. Give one of each from your own set.", (_angle,)),
    Talk(6, "How do you keep the quarters apart?", "Tell your own way from an azimuth to a bearing, and where it went wrong once.", (_bearing, _magnetic)),
    Talk(7, "Where did the error go?", "Your traverse does not close. Say where you would look first, and why there, with your own figures. Put a sketch into the text if it helps.", (_misclosure, _blunder, _precision, _swung, _wrong_way)),
    *_LATER,
)  # fmt: skip

REPLIES = (
    "Check the chainage book first: page 2 has 71.59 where page 1 has 71.95. Digits that changed places make a slip that is a multiple of nine in the last figures, and 0.36 is.",
    "We had the same and it was the rod: its foot had picked up a lump of clay. Wipe it, read again, and see whether it is still there.",
    "I would not share it out yet. If one leg can be measured again in ten minutes, that tells more than any rule.",
    "Good point about the sign. We took it as random at first, and only the third loop showed that it was always the same way.",
    "Does your figure change if you take the mean of both ends? Ours did, by more than the correction that we were arguing about.",
    "I am not sure that it follows. Two legs that run alike can hide a slip from each other, so the direction alone does not name the leg.",
    "Thanks, that made me look at our book again. We had it the other way round, and the check column would have told us.",
    "How far apart were your two set-ups? With less than a metre the second one repeats the first one’s errors.",
    "I would write one decimal less and say why. Whoever reads the book then knows what we could see.",
    "The same at the wall behind the store. We went round it and lost nothing but the time.",
)  # fmt: skip

INTRODUCTIONS = (
    "I come from the coast, where my family keeps boats, and I have never stood on a field that stays still. I want to learn to measure what does. On Fridays I work in the harbour office.",
    "Second year of land management. I count birds for a society at weekends, and half of that is knowing where one stands. Ask me about cheap boots.",
    "I laid paving for six years before I came here. I can see two millimetres on four metres and would like to be able to prove it.",
    "I draw maps of places that do not exist, for games. Now I want one of a place that does. I am here on Mondays and Thursdays, and late on Tuesdays in the library.",
    "I am in the evening section because of the children. If your party needs somebody with a car and a trailer, say so.",
    "Mathematics is my strong side, mud is not. I am glad of a partner who knows which end of the rod goes down.",
)  # fmt: skip

KIT = (
    ("Does the pencil have to be 3H? The shop only has 2H this week.", "Yes if you can: softer ones smear when the book gets wet, and a smeared 3 is an 8. Two of us share one box, ask in section 2."),
    ("Are gloves allowed at the instrument?", ""),
)  # fmt: skip
