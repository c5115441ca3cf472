"""Changes to trim: its order, what is fitted and how large, sections, stock."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any, Literal, get_args

from msgspec.structs import replace

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.job.edits.making import (
    EditError,
    checked_size,
    in_room,
    room_edit,
    with_finishes,
    with_trim,
)
from narrow_cornice.job.edits.shop_edits import with_shop
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.trimwork import Trimwork
from narrow_cornice.trim.catalogue import StockPiece, StockProfile, checked_profile
from narrow_cornice.trim.choices import SPRINGS, TrimChoice, with_choice
from narrow_cornice.trim.kinds import MEMBER_PREFIX
from narrow_cornice.trim.orders import Order, checked_order
from narrow_cornice.trim.stacks import checked_stack
from narrow_cornice.units.lengths import Length

Reduction = Literal["whole cornice", "crown, little corona and small bed", "crown and picture rail", "single crown"]
LITTLE = 0.5  # of its size: a corona and a bed mould that are kept for the line they draw (T4)
REDUCTIONS: tuple[Reduction, ...] = get_args(Reduction)


def change_room(room_id: str, what: str, **fields: Any) -> Edit:
    """Change plain choices of a room: order, school, rank, two-tone, split, floor."""
    if "split" in fields:
        checked_size(fields["split"], "The split")
    if "floor" in fields:
        checked_colour(fields["floor"], "floor")
    value = next(iter(fields.values()))
    shown = value.text if isinstance(value, Length) else str(value)
    trim = {field: value for field, value in fields.items() if field in Trimwork.__struct_fields__}
    finishes = {field: value for field, value in fields.items() if field not in trim}

    def change(room: Room) -> Room:
        room = with_trim(room, **trim) if trim else room
        return with_finishes(room, **finishes) if finishes else room

    return room_edit(f"{what} to {shown}", room_id, change)


def checked_spring(degrees: float | None, of: str) -> None:
    """Check the angle between the wall and the back of a moulding. Raises EditError."""
    least, most = SPRINGS
    if degrees is not None and not least <= degrees <= most:
        raise EditError(
            f"A spring of {degrees:g}° is none that a moulding has.",
            where=f"spring of {of}",
            remedy=f"It is the angle between the wall and its back, {least:g}° to {most:g}°: most are 38° or 45°.",
        )


def change_trim(room_id: str, kind: str, **fields: Any) -> Edit:
    """Change a choice about one kind of trim or one member of the cornice: fitted, height, projection, top, its
    ``spring`` in degrees, or whether a large cornice is ``solid``."""
    for field, value in fields.items():
        if field == "spring":
            checked_spring(value, kind)
        elif field not in ("fitted", "solid"):
            checked_size(value, f"{field} of {kind}")
    field, value = next(iter(fields.items()))
    if field == "solid":
        title = f"{kind} {'in one piece' if value else 'built of its members'}"
    elif field == "spring":
        title = f"spring of {kind} {f'{value:g}°' if value is not None else 'by its sizes'}"
    elif field == "fitted":
        title = f"{kind} {'fitted' if value else 'left out' if value is not None else 'as the order has it'}"
    else:
        shown = value.text or f"{value.mm:g}" if isinstance(value, Length) else "as the order wants"
        title = f"{kind} {'' if field == 'height' else field + ' '}to {shown}"

    if {"height", "projection"} & set(fields):
        fields["stock"] = ()  # a size that is typed is made; stock has its own
    if "height" in fields:
        fields["share"] = 1.0

    def change(room: Room) -> Room:
        choices = with_choice(room.trim.choices, kind, **fields)
        return with_trim(room, choices=_made_again(choices) if kind.startswith(MEMBER_PREFIX) else choices)

    return room_edit(title, room_id, change)


def _made_again(choices: Mapping[str, TrimChoice]) -> dict[str, TrimChoice]:
    """Let a cornice be made and not put together from stock, since somebody says what a member of it is like."""
    return with_choice(choices, "cornice", stock=())


def draw_section(room_id: str, sizes: Mapping[str, Mapping[str, Any]], title: str) -> Edit:
    """Change several choices of trim at once, by key: the stacks that were drawn and the sizes they have."""
    for key, fields in sizes.items():
        if fields.get("drawn"):
            checked_stack(fields["drawn"], key)
        for field in ("height", "projection"):
            checked_size(fields.get(field), f"{field} of {key}", zero=field == "projection")

    def change(room: Room) -> Room:
        choices = dict(room.trim.choices)
        if any(key.startswith(MEMBER_PREFIX) for key in sizes):
            choices = _made_again(choices)
        for key, fields in sizes.items():
            choices = with_choice(choices, key, **fields)
        return room if choices == room.trim.choices else with_trim(room, choices=choices)

    return room_edit(title, room_id, change)


def use_stock(room_id: str, kind: str, pieces: tuple[StockPiece, ...], words: str) -> Edit:
    """Put a kind of trim together from stock profiles; none has it made as its order or somebody drew it."""

    return room_edit(
        f"{kind}: {words[:60]}",
        room_id,
        lambda room: with_trim(room, choices=with_choice(room.trim.choices, kind, stock=pieces)),
    )


def put_profiles(profiles: Iterable[StockProfile], words: str) -> Edit:
    """Add stock profiles to the job's own catalogue, in place of those of the same identity; each names its shop."""
    new = {checked_profile(one, one.name[:60]).id: one for one in profiles}

    def apply(job: Job) -> Job:
        kept = tuple(one for one in job.catalogue if one.id not in new)
        put = []
        for one in new.values():
            job, shop = with_shop(job, one.shop)
            put.append(replace(one, shop=shop))
        return replace(job, catalogue=(*kept, *put))

    return Edit(words, apply)


def remove_profile(profile_id: str, name: str) -> Edit:
    """Take a stock profile out of the job's own catalogue; trim that is put together from it keeps it."""
    return Edit(
        f"no {name[:40]} in the catalogue",
        lambda job: replace(job, catalogue=tuple(one for one in job.catalogue if one.id != profile_id)),
    )


def reduce_cornice(room_id: str, manner: Reduction) -> Edit:
    """Fit the whole cornice, or reduce it: to its crown at its size with a corona and a bed mould of half theirs; or
    to its crowning member with a picture rail where the architrave would end, so that the wall still reads an
    entablature; or to its crowning member alone."""
    little = manner == "crown, little corona and small bed"

    def change(room: Room) -> Room:
        choices = dict(room.trim.choices)

        def put(kind: str, fitted: bool | None, **fields: Any) -> None:
            nonlocal choices
            choices = with_choice(choices, kind, fitted=fitted, stock=(), **fields)

        lower = [name for name, _ in room.trim.order_in_force.members[1:]]
        for name in lower:
            stays = manner == "whole cornice" or (little and name in (lower[0], lower[-1]))
            share = LITTLE if little and stays else 1.0
            put(f"{MEMBER_PREFIX}{name}", None if stays else False, share=share)
        put("cornice", None)
        put("picture rail", True if manner == "crown and picture rail" else None)
        return with_trim(room, choices=choices)

    return room_edit(manner, room_id, change)


def choose_order(room_id: str, key: str) -> Edit:
    """Give a room an order by its key: one that ships, or one of the job's own."""

    def apply(job: Job) -> Job:
        order = job.order_keys().get(key)
        if order is None:
            raise EditError(f"There is no order called “{key[:40]}”.", remedy=", ".join(job.order_keys()) + ".")
        own = order if any(one is order for one in job.orders) else None
        return in_room(job, room_id, lambda room: with_trim(room, order=key, own_order=own))

    return Edit(f"order to {key[:40]}", apply)


def put_orders(new: Iterable[Order], words: str) -> Edit:
    """Add orders to the job, in place of those of the same key; rooms that have one of them follow."""
    made = {one.key: checked_order(one, one.key) for one in new}

    def apply(job: Job) -> Job:
        kept = tuple(one for one in job.orders if one.key not in made)
        rooms = tuple(
            with_trim(room, own_order=made[room.trim.order])
            if room.trim.own_order is not None and room.trim.order in made
            else room
            for room in job.rooms
        )
        return replace(job, orders=(*kept, *made.values()), rooms=rooms)

    return Edit(words, apply)


def remove_order(key: str, name: str) -> Edit:
    """Take one of the job's own orders away; rooms that have it keep it."""
    return Edit(
        f"no {name[:40]} order", lambda job: replace(job, orders=tuple(one for one in job.orders if one.key != key))
    )


BY_RANK: dict[str, Reduction] = {
    "principal": "whole cornice",
    "secondary": "crown and picture rail",
    "plain": "single crown",
}


def cornices_by_rank() -> Edit:
    """Give every room the cornice of its rank: whole in principal rooms, less in others, one crown where nobody
    looks."""

    def apply(job: Job) -> Job:
        for room in job.rooms:
            job = reduce_cornice(room.id, BY_RANK[room.trim.rank]).apply(job)
        return job

    return Edit("every cornice by the rank of its room", apply)


def order_of_the_house(room_id: str) -> Edit:
    """Give every room the order, the school and the curves of one."""

    def apply(job: Job) -> Job:
        one = job.room(room_id).trim
        like = {field: getattr(one, field) for field in ("order", "own_order", "school", "curves")}
        rooms = tuple(
            room
            if all(getattr(room.trim, field) == value for field, value in like.items())
            else with_trim(room, **like)
            for room in job.rooms
        )
        return replace(job, rooms=rooms)

    return Edit("one order for the whole house", apply)
