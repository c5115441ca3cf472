"""The shelf: house rules on one sheet, and paints, colours, trim stock, profiles and orders of the job as cards."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QMenu, QPushButton, QStackedWidget, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.cards import Card, Cards
from narrow_cornice.desk.leaf_page import LeafPage
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.shelf import covering_stock, furnished, paint_stock, shelved
from narrow_cornice.desk.places.shelf.rules_page import RulesPage
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Paint, Tin
from narrow_cornice.job.trimwork import MilledTrim
from narrow_cornice.job.walled import shipped_coverings

Offers = tuple[tuple[str, Callable[[], object]], ...]
EMPTY = {
    "paints": "No paint yet. Each has what its maker says of it: solids, film, tins and prices.",
    "colours": "No colour yet. A colour has a name and a tone, and is given to surfaces in Finishes.",
    "stock": "No trim stock yet: what is milled to order, in which lengths, and what a metre costs.",
    "profiles": "No profiles of this job's own: bring them in from a catalogue or a drawing, under Bring in.",
    "coverings": "No paper, tile, slat or board yet. Each has its sizes, how it is laid, and what it costs.",
    "cloth": "No cloth yet. Each has its width and repeat, and what a metre costs.",
    "furniture": "The library has usual sizes of furniture; write down those you meet, and they are offered first.",
    "left": "Nothing left over yet: tins that are there already are used before new ones, the oldest first.",
    "boards": "No test board yet: write down which stain was tried on which wood, and what you thought of it.",
    "orders": "No orders of this job's own: bring them in from a file, under Bring in.",
}


class ShelfPage(LeafPage):
    """What the job has beside its rooms; every change is one that can be undone."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self._stack = QStackedWidget()
        self._empty = plain_label(word="slanted")
        self._empty.setWordWrap(True)
        self._empty.setContentsMargins(12, 10, 12, 0)
        self._add = QPushButton()
        self._add.setProperty("link", True)
        self._add.clicked.connect(lambda _=False: self._add_one())
        self.row.tools.addWidget(self._add)
        self.rules = RulesPage(self.session, self.theme)
        self._stack.addWidget(self.rules)
        self.cards = {key: Cards(self.theme, key.capitalize()) for key in EMPTY}
        for cards in self.cards.values():
            self._stack.addWidget(cards)
        self.lay.addWidget(self._empty)
        self.lay.addWidget(self._stack, 1)
        self._made: dict[str, Callable[[], list[Card]]] = {
            "paints": lambda: shelved.paint_cards(self.session),
            "colours": lambda: shelved.colour_cards(self.session, self),
            "stock": lambda: shelved.stock_cards(self.session),
            "profiles": lambda: shelved.profile_cards(self.session),
            "coverings": lambda: covering_stock.covering_cards(self.session),
            "cloth": lambda: furnished.cloth_cards(self.session),
            "furniture": lambda: furnished.furniture_cards(self.session),
            "left": lambda: paint_stock.left_cards(self.session),
            "boards": lambda: paint_stock.board_cards(self.session),
            "orders": lambda: shelved.order_cards(self.session),
        }
        self._adding = {
            "colours": ("Another colour", self._add_colour),
            "stock": ("More trim stock", self._add_stock),
            "cloth": ("Another cloth", lambda: furnished.add_cloth(self.session)),
        }
        # what is chosen from among several, by the leaf it is offered on
        self._offers: dict[str, tuple[str, Callable[[], Offers]]] = {
            "paints": ("Add a paint", self._paint_offers),
            "coverings": ("Add one", self._covering_offers),
            "furniture": ("Add a size", lambda: furnished.furniture_offers(self.session)),
            "left": ("Add a tin", lambda: paint_stock.left_offers(self.session)),
            "boards": ("Add a board", lambda: paint_stock.board_offers(self.session)),
        }

    def refresh(self) -> None:
        """Show what is on the shelf now."""
        self.show_where()
        leaf = self.leaf()
        key = leaf.key if leaf is not None else ""
        words, _ = self._adding.get(key, ("", None))
        if key in self._offers:
            words = f"{self._offers[key][0]} ▾"
        self._add.setText(words)
        self._add.setVisible(bool(words))
        if key not in self.cards:
            self._stack.setCurrentWidget(self.rules)
            self._empty.hide()
            self.rules.show_rules()
            return
        cards = self._made[key]()
        self._empty.setText(EMPTY[key])
        self._empty.setVisible(not cards)
        self.cards[key].show_cards(cards)
        self._stack.setCurrentWidget(self.cards[key])

    def parts(self) -> list[QWidget]:
        """Return the first field that can be typed into."""
        leaf = self.leaf()
        views = self.cards[leaf.key].views if leaf is not None and leaf.key in self.cards else []
        first = views[0]._name if views else next(iter(self.rules.fields.values()))
        return [first]

    def focus_drawing(self) -> None:
        """Give the keyboard to the first field."""
        self.parts()[0].setFocus()

    # ---- adding

    def _add_one(self) -> None:
        leaf = self.leaf()
        if leaf is not None and leaf.key in self._offers:
            menu = QMenu(self)
            menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
            for words, done in self._offers[leaf.key][1]():
                action = menu.addAction(words.replace("&", "&&"))
                if action is not None:
                    action.triggered.connect(lambda _=False, do=done: do())
            menu.popup(self._add.mapToGlobal(self._add.rect().bottomLeft()))
            return
        adding = self._adding.get(leaf.key if leaf is not None else "")
        if adding is not None:
            adding[1]()

    def _paint_offers(self) -> Offers:
        """Return a paint of one's own, and those of the sheets that ship."""
        from narrow_cornice.exchange.product_sheets import shipped_products

        there = {paint.id for paint in self.session.job.paints}
        shipped = [paint for paint in shipped_products() if paint.id not in there]
        return (
            ("One of your own", self._add_paint),
            *(
                (f"{paint.name}, {paint.sheen}", partial(self.session.do, edits.put_paints([paint], paint.name[:40])))
                for paint in shipped
            ),
        )

    def _covering_offers(self) -> Offers:
        there = {one.id for one in self.session.job.coverings}
        shipped = [one for one in shipped_coverings().values() if one.id not in there]
        return (
            *(
                (words.capitalize(), partial(covering_stock.add_covering, self.session, kind))
                for kind, words in covering_stock.WORDS.items()
            ),
            *((one.name, partial(self.session.do, edits.put_covering(one))) for one in shipped),
        )

    def _add_paint(self) -> None:
        taken = [paint.id for paint in self.session.job.paints]
        sizes = (Tin(1, 25), Tin(2.5, 50))
        fresh = Paint(edits.fresh_id("paint", taken), f"Paint {len(taken) + 1}", "matt", 38, 35, sizes, "paint-shop")
        self.session.do(edits.put_paint(fresh))

    def _add_colour(self) -> None:
        self.session.do(edits.add_colour(f"Colour {len(self.session.job.colours) + 1}", "#d8d2c4"))

    def _add_stock(self) -> None:
        taken = [milled.id for milled in self.session.job.milled]
        name, lengths = f"Trim stock {len(taken) + 1}", (2400.0, 3600.0)
        fresh = MilledTrim(edits.fresh_id("stock", taken), name, ("skirting",), lengths, 2.0, 0.06, "timber-yard")
        self.session.do(edits.put_milled(replace(fresh)))
