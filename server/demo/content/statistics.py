"""STA 205 week by week: topic, and what its reading says in short."""

TOPICS = (
    (
        "Observations and their spread",
        "Repeat a measurement and it comes out differently. The spread of the repeats says how far one of them can be trusted.",
    ),
    (
        "Blunders, systematic and random errors",
        "A blunder is found by a check, a systematic error by a model, and a random error can only be described.",
    ),
    (
        "Mean and median",
        "The mean makes the sum of squared residuals least; the median makes the sum of absolute residuals least.",
    ),
    (
        "Standard deviation",
        "Divide the sum of squared residuals by n − 1, not n: one degree of freedom went into the mean.",
    ),
    ("Histograms", "Too few classes hide the shape, too many show only noise. Start with about the square root of n."),
    (
        "The normal distribution",
        "About 68 % of the values lie within one standard deviation of the mean, about 95 % within two.",
    ),
    (
        "Standard error of the mean",
        "The mean of n independent observations has a standard deviation of s divided by the square root of n.",
    ),
    (
        "Propagation of variance",
        "For independent observations, the variance of a sum is the sum of the variances, also for a difference.",
    ),
    ("Products and quotients", "To first order, relative variances of independent factors add."),
    (
        "Weights",
        "A weight is inversely proportional to a variance. Doubling the standard deviation quarters the weight.",
    ),
    (
        "Weighted means",
        "The weighted mean of independent observations has the least variance of all linear unbiased estimates.",
    ),
    (
        "Lines by least squares",
        "The fitted line passes through the centroid of the points, and its residuals add to zero.",
    ),
    (
        "Confidence intervals",
        "With few observations take Student's t instead of the normal quantile: the standard deviation is itself estimated.",
    ),
    (
        "Testing a variance",
        "Under normal errors, (n − 1) s² / σ² follows a chi-square distribution with n − 1 degrees of freedom.",
    ),
    (
        "A report on measurements",
        "State the value, its standard deviation, how many observations stand behind it, and what was left out.",
    ),
)
