"""Lippings to buy: strips of timber, in as few lengths as hold them."""

from __future__ import annotations

from narrow_cornice.casework.timber import timbers
from narrow_cornice.cutting.lengths import lengths_to_buy
from narrow_cornice.derived.bought.lines import InPacks, LineToBuy, by_line, in_turn, room_by_room
from narrow_cornice.derived.built.fitted import built_in_of, new_parts
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.casework import LippingWish
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity


@explained(
    "price of strips", "money", "lengths × length of one ÷ 1000 × thick × tall ÷ 1000000 × price of volume, to 0.01"
)
def price_of_strips(lengths: float, length_of_one: float, thick: float, tall: float, price_of_volume: float) -> float:
    """Return the price of so many strips of one length: timber is priced by its volume."""
    return round(lengths * length_of_one / 1000 * thick * tall / 1_000_000 * price_of_volume, 2)


def lippings_to_buy(job: Job) -> list[LineToBuy]:
    """Return a line for each section of lipping that the built-ins of a job have."""
    rules = house_rules_of(job.house_rules)
    lips = {_key(run.lipping): run.lipping for room in job.rooms for run in room.casework.built_ins if run.lipping}
    held = by_line(job, lambda room: dict(_room_strips(room, job.house_rules)))
    return [
        _line(key, lips[key].material, lips[key].thick.mm, lips[key].tall.mm, rules, *in_turn(needs))
        for key, needs in held.items()
    ]


def _key(lip: LippingWish) -> str:
    return f"lipping:{lip.material}:{lip.thick.mm:g}:{lip.tall.mm:g}"


@by_identity(times=1, each="room")
def _room_strips(room: Room, changed_rules: dict[str, float]) -> tuple[tuple[str, Figure], ...]:
    """Return by section what the built-ins of a room have of lippings, each piece as a part of a total."""
    pieces: dict[str, list[Figure]] = {}
    for run in room.casework.built_ins:
        lip = run.lipping
        if lip is None or lip.material not in timbers():
            continue
        for part in new_parts(run, built_in_of(room, run, changed_rules).run):
            if part.kind == "lipping":
                cut = table(run.name[:60], part.length, "run", "a lipping as it is cut")
                pieces.setdefault(_key(lip), []).append(cut)
    return tuple((key, total(room.name[:60], "run", each)) for key, each in pieces.items())


# Many parameters: kept by the value and identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def _line(key: str, material: str, thick: float, tall: float, rules: HouseRules, *wanted: str | Figure) -> LineToBuy:
    """Return the line of one section, of the rooms' identities, names and lippings, given in turn."""
    timber = timbers()[material]
    shares = tuple(room_by_room(wanted))
    needed = total("length", "run", [amount for _, _, amount in shares])
    lengths = tuple(sorted(piece.value for _, _, amount in shares for _, piece in amount.inputs))
    metre = thick * tall / 1e6 * timber.price
    bars = lengths_to_buy(lengths, timber.lengths, metre, rules.value("kerf"))
    name = f"{material} {thick:g} × {tall:g}, lippings"
    prices = [
        price_of_strips(
            table("lengths", float(count), "", f"whole lengths for {len(lengths)} pieces"),
            table("length of one", length, "mm", "as it is sold"),
            table("thick", thick, "mm", "of the lipping"),
            table("tall", tall, "mm", "of the lipping"),
            table("price of volume", timber.price, "money", material),
            called=f"{count} × {length / 1000:g} m",
        )
        for length, count in bars.by_length()
    ]
    return LineToBuy(
        key,
        "lipping",
        name,
        timber.shop,
        needed,
        tuple((length, count, price.value) for (length, count), price in zip(bars.by_length(), prices, strict=True)),
        total("price", "money", prices, listed=True),
        sum(bar.offcut for bar in bars.bars),
        f"{len(lengths)} lippings in {', '.join(name[:40] for _, name, _ in shares)}",
        shares,
        bars.words or "nothing",
        InPacks(),
    )
