"""MAP 8 week by week: topic, what its page says in short, what is done with it."""

WEEKS = (
    (
        "Symbols and the legend",
        "A map is a drawing with a promise: every sign in it is explained in its legend, and stands for the same thing everywhere.",
        "Find ten signs of the valley map in its legend",
    ),
    (
        "Grid references",
        "Along the corridor, then up the stairs: first how far east, then how far north. Four figures name a square of one kilometre, six a square of a hundred metres.",
        "Give the church, the ford and the mast in six figures",
    ),
    (
        "Scale and distance",
        "At 1:25 000 one centimetre on the map is 250 metres on the ground, and four centimetres are a kilometre. A thread follows a bend where a ruler can't.",
        "Measure the way from the school to the ford with a thread",
    ),
    (
        "North, and bearings",
        "A bearing is read clockwise from north, from 000° to 359°. The way back is 180° more, or 180° less.",
        "Read the bearing from the mast to the church, and the way back",
    ),
    (
        "Contour lines",
        "A contour joins points of the same height. Where lines lie close the ground is steep, and where they point up a valley, water comes down.",
        "Colour the land between 120 and 150 metres",
    ),
    (
        "Slopes",
        "Rise over run: 10 metres up over 100 metres along is one in ten, or 10 %.",
        "Work out the slope of the lane at the mill and at the quarry",
    ),
    (
        "A section through the land",
        "Lay a strip of paper across the contours, mark their heights, and draw what you would see from the side.",
        "Draw the section from the mast to the river",
    ),
    (
        "How long it takes",
        "Twelve minutes for each kilometre on foot, and a minute more for every ten metres up.",
        "Work out when a class that leaves at nine is at the mast",
    ),
    (
        "The route card",
        "Leg by leg: from where, to where, bearing, distance, climb, time. Whoever finds the card finds you.",
        "Write the route card of our walk",
    ),
    (
        "The walk",
        "We walk what was written, and see what the map left out.",
        "Walk it, and mark what the map does not show",
    ),
)
