"""Made-up people of Ostrell Technical College."""

from __future__ import annotations

from random import Random
from unicodedata import normalize

from apps.people.demo import DEMO_PASSWORD
from apps.people.models import Person
from django.contrib.auth.hashers import make_password

FIRST = [
    "Idris",
    "Noor",
    "Pia",
    "Tove",
    "Ansel",
    "Mira",
    "Quentin",
    "Solvei",
    "Lwazi",
    "Brede",
    "Oba",
    "Jun",
    "Ilse",
    "Marek",
    "Yara",
    "Teun",
    "Sefa",
    "Linnea",
    "Amadi",
    "Corin",
    "Dalia",
    "Emre",
    "Fenna",
    "Goran",
    "Hesper",
    "Ivo",
    "Jorun",
    "Kaya",
    "Leif",
    "Mona",
    "Nils",
    "Oriel",
    "Petra",
    "Ravi",
    "Saskia",
    "Tamsin",
    "Ugo",
    "Vesna",
    "Wim",
    "Xanthe",
    "Ylva",
    "Zeno",
    "Anouk",
    "Bram",
    "Calla",
    "Dov",
]
LAST = [
    "Abara",
    "Castellane",
    "Denholm-Ruiz",
    "Eskeland",
    "Ferreira-Lund",
    "Galanis",
    "Hadlow",
    "Ibarra",
    "Jessop",
    "Kallas",
    "Lindqvist",
    "Marchetti",
    "Nakato",
    "Osterhaus",
    "Pellworm",
    "Quayle",
    "Rademaker",
    "Sundvik",
    "Tremaine",
    "Ulriksen",
    "Vantongeren",
    "Wexcombe",
    "Yarrow",
    "Zellweger",
    "Aldersey",
    "Brockhurst",
    "Corvane",
    "Dunmarrow",
    "Elverum",
    "Fairholt",
    "Grimsby-Okoro",
    "Hollander",
    "Ismaylov",
    "Jarrow",
    "Kestrel",
    "Lomax",
    "Mirzoyan",
    "Northcote",
    "Ondrak",
    "Pemberley",
    "Quarrington",
    "Rosenvinge",
    "Stellan",
    "Thackray",
    "Umber",
    "Vostrikov",
]
Who = tuple[str, str, str]
"""First name, last name, what they are in the demo."""

INSTRUCTOR = ("Ines", "Varga-Oduya", "instructor of SRV 110 and SRV 010")
ASSISTANT = ("Teodor", "Blackwater", "assistant, section 2 of SRV 110")
KEEPS_UP = ("Rosalind", "Tarrow", "student who keeps up")
BEHIND = ("Caspian", "Holt", "student who is behind")
ADMINISTRATOR = ("Sunniva", "Hallgrim", "administrator of Ostrell Technical College")
ALLOWED = ("Marit", "Osei-Lindgren", "student with an allowance")


def username(first: str, last: str) -> str:
    plain = normalize("NFKD", f"{first}.{last}").encode("ascii", "ignore").decode()
    return plain.lower().replace(" ", "").replace("'", "")


def _person(first: str, last: str, part: str, password: str) -> Person:
    name = username(first, last)
    return Person(
        username=name,
        email=f"{name}@ostrell.example",
        name=f"{first} {last}",
        sort_name=f"{last}, {first}",
        demo_part=part,
        password=password,
    )


def make_people(count: int, random: Random) -> tuple[Person, Person, list[Person]]:
    """Instructor, assistant and `count` students; the first two students are the ones to sign in as."""
    password = make_password(DEMO_PASSWORD)
    first, last = list(FIRST), list(LAST)
    random.shuffle(first)
    random.shuffle(last)
    wanted = [_person(*who, password) for who in (INSTRUCTOR, ASSISTANT, KEEPS_UP, BEHIND, ALLOWED)]
    for n in range(count - 3):
        again = "" if n < len(first) else str(n)
        wanted.append(_person(first[n % len(first)], last[n % len(last)] + again, "", password))
    made = Person.objects.bulk_create([*wanted, _person(*ADMINISTRATOR, password)])
    administrator = made.pop()
    Person.objects.filter(pk=made[0].pk).update(makes_courses=True)
    Person.objects.filter(pk=administrator.pk).update(administers=True)
    return made[0], made[1], made[2:]


def make_class(teacher: Who, pupil: Who, count: int, random: Random) -> tuple[Person, list[Person]]:
    """A teacher and `count` pupils of a school, the first of them `pupil`."""
    password = make_password(DEMO_PASSWORD)
    first, last = random.sample(FIRST, count), random.sample(LAST, count)
    wanted = [_person(*teacher, password), _person(*pupil, password)]
    wanted += [_person(f"{f}-Mae", last_, "", password) for f, last_ in zip(first[1:], last[1:], strict=True)]
    made = Person.objects.bulk_create(wanted)
    return made[0], made[1:]
