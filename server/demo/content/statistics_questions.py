"""Questions of measurement statistics: formulas, intervals, exact fractions."""

from __future__ import annotations

from demo.content.more_questions import fraction, point
from demo.content.questions import Body, Posed, ask, choice, decimals, num


def formula(key: str, *variables: tuple[str, str, str], form: str = "any") -> Body:
    names = [{"name": name, "least": least, "most": most} for name, least, most in variables]
    return {"kind": "formula", "keys": [{"text": key}], "variables": names, "form": form}


def interval(key: str, amount: str) -> Body:
    return {"kind": "interval", "keys": [{"text": key}], "tolerance": {"nearness": "within", "amount": amount}}


STATISTICS: list[Posed] = [
    ask("Interval for a mean", "2", "The mean of many readings is [[m]], its standard error [[s]]. Give the interval of 1.96 standard errors to both sides, two decimals.",
        interval("[m-1.96*s, m+1.96*s]", "0.006"), num("m", "20", "40", "0.1"), num("s", "0.2", "0.9", "0.1")),
    ask("Variance of a sum", "2", "X and Y are independent with standard deviations a and b. What is the variance of [[k]]X + [[h]]Y?", formula("k^2 a^2 + h^2 b^2", ("a", "1", "5"), ("b", "1", "5")),
        num("k", "2", "49"), num("h", "2", "49")),
    ask("Propagated through a product", "2", "z = x y. By which factor does a small error in x go over into z?", formula("y", ("x", "1", "9"), ("y", "1", "9"))),
    ask("A probability", "2", "A box holds [[a]] good and [[b]] bad bolts. One is taken. How likely is it bad, as a fraction in lowest terms?", fraction("b/(a+b)"), num("a", "5", "99"), num("b", "2", "49")),
    ask("Sum of squares", "2", "Expand ([[k]]x − [[m]])².", formula("k^2*x^2 - 2*k*m*x + m^2", ("x", "-5", "5"), form="expanded"), num("k", "2", "49"), num("m", "2", "49")),
    ask("Standard score", "2", "A reading of [[x]] comes from a population of mean [[m]] and standard deviation [[s]]. What is its standard score, to two decimals?", decimals("(x-m)/s", 2, ("(m-x)/s", "The reading less the mean.")),
        num("x", "50", "80", "0.5"), num("m", "60", "66", "0.5", "abs(x-m) > 1"), num("s", "2", "6", "0.5")),
    ask("Least squares through two points", "2", "A line runs through (0, [[a]]) and (1, [[b]]). Give (intercept, slope).", point("(a, b-a)", 1), num("a", "1", "9", "0.1"), num("b", "12", "29", "0.1")),
    ask("What a residual is", "2", "A residual is …", choice(("observed less fitted", ""), ("fitted less mean", "That is what the fit explains."), ("observed less mean", "That is the deviation."), ("the slope", "No."))),
]  # fmt: skip
