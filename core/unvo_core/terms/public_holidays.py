"""Public holidays of a country, from the `holidays` package."""

from __future__ import annotations

from datetime import date
from functools import cache

from unvo_core.problems import Problem
from unvo_core.schedule.term import Break


@cache
def known_places() -> dict[str, tuple[tuple[str, str], ...]]:
    """Country code (ISO 3166-1 alpha-2) -> code and name of each of its subdivisions."""
    import holidays

    found = holidays.list_supported_countries(include_aliases=False)
    return {country: tuple(_named(country, parts)) for country, parts in sorted(found.items())}


def _named(country: str, parts: list[str]) -> list[tuple[str, str]]:
    """By name, where the package knows one."""
    import holidays

    names = holidays.country_holidays(country, years=()).get_subdivision_aliases() if parts else {}
    return sorted(((code, next(iter(names.get(code, ())), code)) for code in parts), key=lambda part: part[1])


def holiday_problems(country: str, subdivision: str = "") -> list[Problem]:
    places = known_places()
    if country not in places:
        return [Problem("holidays.country", "country", {"country": country})]
    if subdivision and subdivision not in dict(places[country]):
        return [Problem("holidays.subdivision", "subdivision", {"country": country, "subdivision": subdivision})]
    return []


def holidays_between(first: date, last: date, country: str, subdivision: str = "") -> tuple[Break, ...]:
    """Every public holiday from `first` to `last`, one day each, in order, named in English where it can be."""
    import holidays

    years = range(first.year, last.year + 1)
    try:
        found = holidays.country_holidays(country, subdiv=subdivision or None, years=years, language="en_US")
    except (NotImplementedError, ValueError):
        found = holidays.country_holidays(country, subdiv=subdivision or None, years=years)
    return tuple(Break(name, day, day) for day, name in sorted(found.items()) if first <= day <= last)
