"""To buy: slips, one for each shop or room; a tick is a pencil stroke."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtWidgets import QPushButton, QScrollArea, QStackedWidget, QVBoxLayout, QWidget

from narrow_cornice.derived.bought.deliveries import deliveries
from narrow_cornice.derived.bought.lines import LineToBuy
from narrow_cornice.derived.bought.own.source import own_line_key
from narrow_cornice.derived.bought.purchases import paid, still_in_words, tick_state, told_of
from narrow_cornice.derived.bought.to_buy import Parted, slips, to_buy
from narrow_cornice.desk.bench_widgets import LinkButton, plain_label
from narrow_cornice.desk.cards import Cards
from narrow_cornice.desk.leaf_page import LeafPage
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.bought.cost_rows import HEADINGS, cost_rows
from narrow_cornice.desk.places.bought.handing_out import ask_prices, list_to_buy, takeoff, workbook
from narrow_cornice.desk.places.bought.scheme_cards import SchemeWork, scheme_cards
from narrow_cornice.desk.places.bought.slips import LineRow, Slip
from narrow_cornice.desk.ruled_sheet import RuledSheet
from narrow_cornice.drawing.marks import About
from narrow_cornice.job import edits
from narrow_cornice.job.paths import LinePath, RoomPath
from narrow_cornice.units.show import show_money

SCHEME_WIDE, SCHEME_TALL = 400.0, 250.0  # pixels of the card of a scheme, and of its picture
MOST_WORDS = 700  # letters of what is said over the list


class BoughtPage(LeafPage):
    """The list to buy from."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        theme, lay = self.theme, self.lay
        self._lines: dict[int, LineToBuy] = {}
        ways: tuple[tuple[str, str, Callable[[], None]], ...] = (
            ("Print …", "Print this list", lambda: self.print_sheet()),
            ("as CSV", "Hand out this list as CSV", lambda: list_to_buy(self.out, "csv", self.parted)),
            ("as XLSX", "Hand out the list and the schedule as a workbook (XLSX)", lambda: workbook(self.out)),
        )
        for words, said, way in ways:
            button = QPushButton(words)
            button.setToolTip(said)
            button.setAccessibleName(said)
            button.setProperty("link", True)
            button.clicked.connect(lambda _=False, hand_out=way: hand_out())
            self.row.tools.addWidget(button)
            self.row.tools.addSpacing(10)
        self._note = plain_label()
        self._note.setWordWrap(True)
        self._note.setContentsMargins(4, 8, 4, 4)
        self._note.setStyleSheet(f"color: {theme.roles['caution']};")
        lay.addWidget(self._note)
        area = self._area = QScrollArea()
        area.setWidgetResizable(True)
        body = QWidget()
        body.setObjectName("slipbody")
        self._slips_lay = QVBoxLayout(body)
        self._slips_lay.setContentsMargins(2, 2, 8, 2)
        self._slips_lay.setSpacing(12)
        own = QPushButton("Add a line of your own")
        own.setProperty("link", True)
        own.clicked.connect(lambda _=False: self.add_own())
        prices = LinkButton("Ask the shop for prices and stock …")
        prices.clicked.connect(lambda _=False: ask_prices(self.out))
        for button in (own, prices):
            self._slips_lay.addWidget(button, 0, Qt.AlignmentFlag.AlignLeft)
        self._slips_lay.addStretch(1)
        area.setWidget(body)
        self._cost = RuledSheet(HEADINGS, theme, "What each room, surface and run costs")
        self._cost.empty = "What each room costs, once there is something to buy or to do in one."
        self._cost.picked.connect(self._cost_picked)
        self._work = desk.bench.work(SchemeWork, self._listen)
        self._schemes = Cards(theme, "Schemes side by side", SCHEME_WIDE, SCHEME_TALL)
        self._stack = QStackedWidget()
        for widget in (area, self._cost, self._schemes):
            self._stack.addWidget(widget)
        lay.addWidget(self._stack, 1)
        self.slips: list[Slip] = []
        self._shown_for: About = None
        self._going = QTimer(self)
        self._going.setSingleShot(True)
        self._going.setInterval(30)
        self._going.timeout.connect(self.go_to_selected)

    def add_own(self) -> None:
        """Put a line of one's own on the list, and select it to be written."""
        if self.session.do(edits.add_own_line()):
            self.session.select(LinePath(own_line_key(self.session.job.own_lines[-1].id)))

    def _listen(self, work: SchemeWork) -> None:
        work.ready.connect(self._show_schemes)

    def _cost_picked(self, about: About) -> None:
        if isinstance(about, RoomPath):
            self.session.look(room_id=about.room, selected=None)
        elif about is not None:
            self.session.select(about)

    @property
    def parted(self) -> Parted:
        """How the lines are put together: by shop, by room, or by the part of the work."""
        leaf = self.leaf()
        return leaf.key if leaf is not None and leaf.key in ("room", "phase") else "shop"  # type: ignore[return-value]

    def focus_drawing(self) -> None:
        """Give the first line the keyboard."""
        if self.slips and self.slips[0].rows:
            self.slips[0].rows[0].setFocus()

    def parts(self) -> list[QWidget]:
        """Return the first line."""
        return list(self.slips[0].rows[:1]) if self.slips else []

    def print_sheet(self) -> None:
        """Put the list on paper."""
        leaf = self.leaf()
        if leaf is not None and leaf.key in ("cost", "schemes"):
            takeoff(self.out)
        else:
            list_to_buy(self.out, "pdf", self.parted)

    def refresh(self) -> None:
        """Show what is to be bought now."""
        self.show_where()
        job, leaf = self.session.job, self.leaf()
        key = leaf.key if leaf is not None else ""
        self._stack.setCurrentIndex({"cost": 1, "schemes": 2}.get(key, 0))
        everything = to_buy(job)
        money = f" {job.settings.money[:12]}" if job.settings.money else ""
        notes = []
        if not everything.lines:
            notes.append("Nothing to buy yet: measure a room, choose its trim, give its surfaces their paint.")
        if everything.left_out:
            words = " ".join(everything.left_out)
            notes.append(f"Not in this list: {words if len(words) <= MOST_WORDS else words[:MOST_WORDS] + ' …'}")
        self._note.setText(" ".join(notes))
        self._note.setVisible(bool(notes))
        if key == "cost":
            self._cost.put(cost_rows(job), self.session.view.selected)
            return
        if key == "schemes":
            self._show_schemes()
            return
        heavy = {one.shop: one.weight for one in deliveries(job) if one.heavy} if self.parted == "shop" else {}
        groups = slips(job, self.parted)
        while len(self.slips) < len(groups):
            slip = Slip(self.theme)
            self.slips.append(slip)
            self._slips_lay.insertWidget(len(self.slips) - 1, slip)
        for slip in self.slips[len(groups) :]:
            self._slips_lay.removeWidget(slip)
            slip.hide()
            slip.deleteLater()
        del self.slips[len(groups) :]
        for slip, (name, lines, room_id) in zip(self.slips, groups, strict=True):
            slip.name.setText(name[:200])
            weight = heavy.get(lines[0].shop)
            slip.carried.setText(f"about {weight:.0f} kg: have it delivered" if weight is not None else "")
            price = sum(line.share_of_price(room_id) if room_id else line.price for line in lines)
            slip.sum.setText(f"{show_money(price)}{money}")
            for index, line in enumerate(lines):
                row = slip.row(index, self._connect)
                self._lines[id(row)] = line
                row.show_line(
                    line,
                    job.settings,
                    *self._words(line, room_id),
                    tick_state(job, line),
                    " ".join(told_of(job, line)) or still_in_words(job, line),
                    self.session.view.selected == LinePath(line.key),
                )
            slip.keep(len(lines))
            slip.settle()
        self._slips_lay.activate()  # so that the first sight of many lines is not squeezed into the sheet
        if self.session.view.selected != self._shown_for:
            self._shown_for = self.session.view.selected
            self._going.start()

    def _show_schemes(self) -> None:
        leaf = self.leaf()
        if leaf is not None and leaf.key == "schemes" and self.isVisible():
            self._schemes.show_cards(scheme_cards(self.session, self._work))

    def go_to_selected(self) -> None:
        """Bring the line that is selected into sight, once the sheet has taken its room."""
        body, view, bar = self._area.widget(), self._area.viewport(), self._area.verticalScrollBar()
        if body is None or view is None or bar is None:
            return
        if self.isVisible() and bar.maximum() == 0 and body.sizeHint().height() > view.height():
            self._going.start()
            return
        for slip in self.slips:
            for row in slip.rows:
                if self.session.view.selected == LinePath(self._lines[id(row)].key):
                    self._area.ensureWidgetVisible(row, 0, 60)
                    return

    def _words(self, line: LineToBuy, room_id: str) -> tuple[str, str]:
        how = self.session.job.settings
        if room_id:
            share = next(amount for one, _, amount in line.shares if one == room_id)
            return f"{share.shown(how)} of {line.bought_in(how)}", show_money(line.share_of_price(room_id))
        was = paid(self.session.job, line)
        price = show_money(line.price) if was is None else f"{show_money(was)} paid"
        return line.amounts_in(how), price

    def _connect(self, row: LineRow) -> None:
        row.clicked.connect(lambda: self.session.select(LinePath(self._lines[id(row)].key)))
        row.ticked.connect(lambda: self.tick(self._lines[id(row)]))

    def tick(self, line: LineToBuy) -> None:
        """Tick a line off, or take the tick away; a tick that no longer fits is renewed."""
        state = tick_state(self.session.job, line)
        self.session.do(edits.tick(line.key, None if state == "bought" else line.bought_as, line.name))
