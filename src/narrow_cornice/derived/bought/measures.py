"""Lines of materials that are sold by measure: materials of repairs, sundries, adhesive and grout."""

from __future__ import annotations

from msgspec.structs import replace

from narrow_cornice.derived.bought.lines import InPacks, LineToBuy, price_of_tins, room_by_room
from narrow_cornice.explained.figures import Figure, table, total
from narrow_cornice.finishes.materials import Material, packs
from narrow_cornice.job.bought import Quote, quote_key
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import ONE_OF
from narrow_cornice.units.told import amount_told, so_many, together


def price_quoted(quotes: dict[str, Quote], code: str, price: float, size: float = 1.0) -> float:
    """Return the price of one of something: what a shop last said of it, else its own."""
    told = quotes.get(quote_key(code, size))
    return told.price if told is not None else price


@by_identity(times=1, each="thing")
def quoted(quotes: dict[str, Quote], code: str, material: Material) -> Material:
    """Return a material at the prices a shop last told of its sizes."""
    sizes = tuple(
        (size, quotes[key].price if (key := quote_key(code, size)) in quotes else price)
        for size, price in material.sizes
    )
    return material if sizes == material.sizes else replace(material, sizes=sizes)


# Many parameters: what the line is, and the rooms that share it.
@by_identity(times=1, each="line")
def material_line(key: str, kind: str, what: str, material: Material, *wanted: str | Figure) -> LineToBuy:
    """Return the line of a material for something, of the rooms' identities, names and amounts, given in turn."""
    shares = tuple(room_by_room(wanted))
    needed = total(material.name, material.measure, [amount for _, _, amount in shares])
    buy, have = packs(material, needed.value)
    prices = [
        price_of_tins(
            table("tins", count, "", "the cheapest packs that are enough"),
            table("price of one", price / count, "money", f"{material.name}, {size:g} {material.measure}"),
            called=so_many(count, size, material.measure),
        )
        for size, count, price in buy
    ]
    rooms = ", ".join(name[:40] for _, name, _ in shares)
    one = ONE_OF.get(material.measure, material.measure)
    bought = [
        so_many(count, size, material.measure)
        if size != 1
        else amount_told(count, one if count == 1 else material.measure)
        for size, count, _ in buy
    ]
    return LineToBuy(
        key,
        kind,
        material.name,
        material.shop,
        needed,
        buy,
        total("price", "money", prices, listed=True),
        have - needed.value,
        f"{what} in {rooms}",
        shares,
        together(bought, " + "),
        InPacks(),
        have * material.weight,
    )
