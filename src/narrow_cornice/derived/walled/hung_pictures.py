"""Pictures as they hang: over what stands below or on a free wall, each with its hooks and what they must hold."""

from __future__ import annotations

import math

import msgspec

from narrow_cornice.derived.walled.below import Below, face_of, free_middle, holds_at, standing_against
from narrow_cornice.explained.figures import Figure, choice, explained, reading, table
from narrow_cornice.features.pictures import Group, arranged, hanger_rating, hooks
from narrow_cornice.features.region import Box, Point
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import GalleryPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.walled import Gallery, Picture
from narrow_cornice.memo import by_identity

STRUCTURE_FROM = 10.0  # kg
NEAR = 1e-9


class Hung(msgspec.Struct, frozen=True):
    """A picture where it hangs: its box and its hooks on the wall in mm, its weight in kg, what each hanger is rated
    for at least, and whether its hooks land in structure (None: nobody knows what is behind the wall)."""

    picture: Picture
    box: Box
    hooks: tuple[Point, ...]
    weight: Figure
    rating: float
    holds: bool | None

    @property
    def heavy(self) -> bool:
        """Return whether it is hung from structure and nothing else."""
        return self.weight.value > STRUCTURE_FROM

    @property
    def rated(self) -> str:
        """Return in words what each hanger is rated for: whole kilograms and never less than it must be."""
        return f"{math.ceil(self.rating - NEAR)} kg"


class HungGroup(msgspec.Struct, frozen=True):
    """A group of pictures as it hangs, or its ``fault``: the box round it on the wall, each picture, the heights of
    ledges, what stands ``below`` and which ``share`` of its width the group has; how high its middle is and why."""

    gallery: Gallery
    fault: str = ""
    box: Box = (0.0, 0.0, 0.0, 0.0)
    hung: tuple[Hung, ...] = ()
    ledges: tuple[float, ...] = ()
    below: Below | None = None
    share: Figure | None = None
    centre: Figure | None = None


@explained("middle over what stands below", "mm", "top + above + height ÷ 2")
def centre_over(top: float, above: float, height: float) -> float:
    """Return how high the middle of a group is that hangs over something."""
    return top + above + height / 2


@explained("share of the width below", "share", "width ÷ width below")
def share_of_width(width: float, width_below: float) -> float:
    """Return how wide a group is beside what stands below it."""
    return width / width_below


@explained("weight", "kg", "width × height ÷ 1000000 × weight of a square metre")
def picture_weight(width: float, height: float, weight_of_a_square_metre: float) -> float:
    """Return what a framed picture weighs by its size in mm."""
    return width * height / 1_000_000 * weight_of_a_square_metre


@by_identity(times=1, each="room", of=as_built)
def galleries_of(room: Room, changed_rules: dict[str, float]) -> tuple[HungGroup, ...]:
    """Return the groups of pictures of a room as they hang."""
    return tuple(_hung(room, one, changed_rules) for one in room.walling.galleries)


def _hung(room: Room, gallery: Gallery, changed_rules: dict[str, float]) -> HungGroup:
    face = face_of(room, gallery.wall, changed_rules)
    if face is None:
        return HungGroup(gallery, "The room is not measured yet, or its wall is not there.")
    if not gallery.pictures:
        return HungGroup(gallery, "No picture in it yet.")
    rules = house_rules_of(changed_rules)
    gap = float(gallery.gap.mm) if gallery.gap is not None else rules.value("picture_gap")
    sizes = [(float(one.width.mm), float(one.height.mm)) for one in gallery.pictures]
    group = arranged(sizes, gallery.how, gap, gallery.columns)
    below = next((one for one in standing_against(room, gallery.wall, changed_rules) if one.id == gallery.over), None)
    path = GalleryPath(room.id, gallery.id)
    if gallery.height is not None:
        centre = reading("middle", float(gallery.height.mm), "mm", path.sized("height"), "as it is typed")
    elif below is not None:
        centre = centre_over(
            table("top", below.top, "mm", below.name[:60]),
            rules.figure("picture_above"),
            choice("height", group.tall, "mm", path, "of the group"),
        )
    else:
        centre = rules.figure("picture_seated" if gallery.seated else "picture_centre")
    if gallery.middle is not None:
        middle = float(gallery.middle.mm)
    else:
        middle = (below.left + below.right) / 2 if below is not None else free_middle(face)
    share = None
    if below is not None:
        wide = choice("width", group.wide, "mm", path, "of the group")
        share = share_of_width(wide, table("width below", below.right - below.left, "mm", below.name[:60]))
    left, bottom = middle - group.wide / 2, centre.value - group.tall / 2
    hung = []
    for picture, (a, b, c, d) in zip(gallery.pictures, group.boxes, strict=True):
        box = (left + a, bottom + b, left + c, bottom + d)
        weight = _weight(picture, changed_rules)
        points = tuple(
            (box[0] + one.x, box[1] + one.y) for one in hooks(c - a, d - b, float(picture.hook.mm), weight.value)
        )
        held = [holds_at(room, face, u) for u, _ in points]
        holds = None if None in held else all(held)
        hung.append(Hung(picture, box, points, weight, hanger_rating(weight.value, len(points)), holds))
    return HungGroup(
        gallery,
        box=(left, bottom, left + group.wide, bottom + group.tall),
        hung=tuple(hung),
        ledges=_ledges(group, bottom),
        below=below,
        share=share,
        centre=centre,
    )


def _ledges(group: Group, bottom: float) -> tuple[float, ...]:
    return tuple(bottom + one for one in group.ledges)


def _weight(picture: Picture, changed_rules: dict[str, float]) -> Figure:
    if picture.weight is not None:
        return choice("weight", picture.weight, "kg", note=picture.name[:60])
    return picture_weight(
        choice("width", float(picture.width.mm), "mm", note=picture.name[:60]),
        choice("height", float(picture.height.mm), "mm", note=picture.name[:60]),
        house_rules_of(changed_rules).figure("picture_weight"),
        called=picture.name[:60],
    )
