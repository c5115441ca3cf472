"""The first set of profiles: each kind of trim drawn from members at the size the wall asks for."""

from __future__ import annotations

from functools import lru_cache

import msgspec

from narrow_cornice.trim.members import Curves, Kind, member
from narrow_cornice.trim.outline import Line, Outline, Point, Segment


class Profile(msgspec.Struct, frozen=True):
    """One section: its outline, its height across the wall and its projection from it, in mm.

    ``bands`` are the heights of the named members from the bottom up, for the section's labels.
    """

    kind: str
    height: float
    projection: float
    outline: Outline
    bands: tuple[tuple[str, float, float], ...] = ()

    @property
    def girth(self) -> float:
        """Return the exposed length across the profile in mm."""
        return self.outline.girth

    @property
    def area(self) -> float:
        """Return the area of the section in mm²."""
        return self.outline.area


def _stack(parts: list[tuple[Kind, float, float]], curves: Curves) -> list[Segment]:
    """Return the members stacked upwards from the wall; parts are (kind, height, projection)."""
    segments: list[Segment] = []
    at: Point = (0.0, 0.0)
    for kind, height, projection in parts:
        if height <= 0 and projection <= 0:
            continue
        segments += member(kind, at, height, projection, curves)
        at = segments[-1].end
    return segments


def _up_against(segments: list[Segment], *, shelf: bool) -> Outline:
    """Return the outline, with its top returned to the wall where a shelf is seen and painted."""
    end = segments[-1].end
    if shelf and end[0] > 0:
        segments = [*segments, Line(end, (0.0, end[1]))]
    return Outline(tuple(segments))


@lru_cache(maxsize=512)
def cornice_profile(members: tuple[tuple[str, float], ...], projection: float, curves: Curves = "roman") -> Profile:
    """Return a cornice of the given members, (name, height) from the top down, coming out by ``projection``.

    The bed mould starts at the wall and each member above comes out further; a member left out takes its share
    of the projection with it in proportion, so that what is left stays as it was drawn.
    """
    parts: list[tuple[Kind, float, float]] = []
    bands: list[tuple[str, float, float]] = []
    total = sum(height for _, height in members)
    at = 0.0
    for name, height in reversed(members):
        out = projection * height / total
        bands.append((name, at, at + height))
        at += height
        if name == "bed mould":
            parts += [
                ("fillet", 0.12 * height, 0.06 * out),
                ("cyma reversa", 0.6 * height, 0.54 * out),
                ("ovolo", 0.28 * height, 0.4 * out),
            ]
        elif name == "modillion band":
            parts += [("fascia", 0.75 * height, 0.35 * out), ("ovolo", 0.25 * height, 0.65 * out)]
        elif name == "corona":
            parts += [("corona", 0.8 * height, 0.8 * out), ("cavetto", 0.2 * height, 0.2 * out)]
        else:  # cymatium, and the lone crown of plain work
            parts += [
                ("fillet", 0.08 * height, 0.06 * out),
                ("cyma recta", 0.72 * height, 0.88 * out),
                ("fillet", 0.2 * height, 0.06 * out),
            ]
    outline = _up_against(_stack(parts, curves), shelf=False)
    return Profile("cornice", total, projection, outline, tuple(bands))


@lru_cache(maxsize=512)
def skirting_profile(height: float, thickness: float, curves: Curves = "roman") -> Profile:
    """Return a skirting: a plain face and, on top, a small reversed curve dying towards the wall."""
    top = min(height * 0.3, 2 * thickness)
    parts: list[tuple[Kind, float, float]] = [
        ("fillet", 0.12 * top, 0.3 * thickness),
        ("cyma reversa", 0.68 * top, 0.55 * thickness),
        ("fillet", 0.2 * top, 0.15 * thickness),
        ("fascia", height - top, 0.0),
    ]
    outline = Outline(tuple(_stack(parts, curves))).turned_over(height)
    return Profile("skirting", height, thickness, outline)


@lru_cache(maxsize=512)
def dado_profile(height: float, projection: float, curves: Curves = "roman") -> Profile:
    """Return a dado rail: the cap of a pedestal, bed, face, and a shelf on top that is painted too."""
    parts: list[tuple[Kind, float, float]] = [
        ("fillet", 0.08 * height, 0.1 * projection),
        ("cyma reversa", 0.42 * height, 0.55 * projection),
        ("corona", 0.28 * height, 0.2 * projection),
        ("ovolo", 0.22 * height, 0.15 * projection),
    ]
    return Profile("dado rail", height, projection, _up_against(_stack(parts, curves), shelf=True))


@lru_cache(maxsize=512)
def picture_rail_profile(height: float, projection: float, curves: Curves = "roman") -> Profile:
    """Return a picture rail: a hollow, a face, and the lip that carries the hooks."""
    parts: list[tuple[Kind, float, float]] = [
        ("fillet", 0.1 * height, 0.2 * projection),
        ("cavetto", 0.45 * height, 0.5 * projection),
        ("fascia", 0.25 * height, 0.1 * projection),
        ("ovolo", 0.2 * height, 0.2 * projection),
    ]
    return Profile("picture rail", height, projection, _up_against(_stack(parts, curves), shelf=True))


@lru_cache(maxsize=512)
def band_profile(kind: str, height: float, thickness: float, curves: Curves = "roman") -> Profile:
    """Return a casing (across its width, from the opening outwards) or an architrave: two fasciae, a curve and
    a back band, all of it and both edges seen and painted."""
    parts: list[tuple[Kind, float, float]] = [
        ("fascia", 0.3 * height, 0.55 * thickness),
        ("fascia", 0.38 * height, 0.13 * thickness),
        ("cyma reversa", 0.18 * height, 0.22 * thickness),
        ("fillet", 0.14 * height, 0.1 * thickness),
    ]
    return Profile(kind, height, thickness, _up_against(_stack(parts, curves), shelf=True))
