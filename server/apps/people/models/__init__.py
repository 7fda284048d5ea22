from apps.people.models.person import Person

__all__ = ["Person"]
