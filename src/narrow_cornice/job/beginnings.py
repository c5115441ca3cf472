"""A built-in as it begins: a kind put into a place so wide, with bays that follow the first of their sort."""

from __future__ import annotations

from narrow_cornice.casework.kinds import Beginning
from narrow_cornice.casework.wishes import Compartment
from narrow_cornice.job.casework import BayWish, BuiltIn, CompartmentWish
from narrow_cornice.units.lengths import Length


def begun(kind: Beginning, name: str, place: str, wide: float) -> BuiltIn:
    """Return a run of a kind in a place so many mm wide; its identity is given where it is added."""
    bays = []
    for number in range(kind.many_bays(wide)):
        first = number % len(kind.bays)
        if number >= len(kind.bays):
            bays.append(BayWish(f"b{number + 1}", None, (), f"b{first + 1}"))
            continue
        inside = tuple(_wished(f"s{at}", one) for at, one in enumerate(kind.bays[first], 1))
        bays.append(BayWish(f"b{number + 1}", None, inside))
    run = BuiltIn("", name[:200], place, tuple(bays), keeps=kind.keeps, back=kind.back, worktop=kind.worktop)
    sizes = {key: length(value) for key, value in (("tall", kind.tall), ("hung", kind.hung)) if value is not None}
    return BuiltIn(**{**{key: getattr(run, key) for key in run.__struct_fields__}, **sizes})


def length(mm: float) -> Length:
    """Return a size as if somebody had typed it."""
    return Length(mm, f"{mm:g} mm")


def _wished(identity: str, one: Compartment) -> CompartmentWish:
    height = length(one.height) if one.height is not None else None
    return CompartmentWish(identity, one.holds, one.count, one.across, one.front, one.face, height, one.grading)
