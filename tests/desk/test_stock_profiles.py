"""Stock profiles in the window: the board of what comes near, choosing, and catalogues brought in and handed out."""

from __future__ import annotations

from pathlib import Path

import ezdxf
import pytest
from driving import canvas, choose, click, errands_over, field, press, settle, type_into
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QDialog, QFileDialog

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.trimwork.stock_match import job_offers
from narrow_cornice.desk.bench_widgets import Field
from narrow_cornice.desk.places.bought.page import BoughtPage
from narrow_cornice.desk.places.shelf.page import ShelfPage
from narrow_cornice.desk.places.trim.page import TrimPage
from narrow_cornice.desk.places.trim.profiles_preview import ProfilesPreview
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.exchange.full_size import profile_dxf, profile_svg
from narrow_cornice.job.paths import LinePath, StockOfferPath, TrimPath
from narrow_cornice.trim.profiles import kind_profile
from rooms import trimmed_of


def test_the_nearest_stock_is_shown_chosen_and_left_again(window: MainWindow) -> None:
    session = window.session
    session.look(place="trim", leaf="stock", room_id="r1", selected=TrimPath("r1", "cornice"))
    settle()
    job = session.job
    offers = job_offers(job, job.rooms[0], "cornice").offers
    page = window.page("trim")
    assert isinstance(page, TrimPage)
    paths = [StockOfferPath("r1", "cornice", "", one.match.key) for one in offers]
    assert [row.about for row in page.sheet_of("stock").sheet.rows] == paths
    assert "made to measure" in canvas(window).accessibleDescription()
    click(window, StockOfferPath("r1", "cornice", "", offers[1].match.key))
    assert session.view.selected == StockOfferPath("r1", "cornice", "", offers[1].match.key)
    assert press(window, "Use these pieces")
    settle()
    assert session.job.rooms[0].trim.choices["cornice"].stock == offers[1].match.pieces
    assert any("(chosen)" in row.cells[0].text for row in page.sheet_of("stock").sheet.rows)
    session.look(leaf="section", selected=TrimPath("r1", "cornice"))
    settle()
    assert press(window, "Have it made instead")
    settle()
    assert session.job == job


@pytest.mark.parametrize("suffix", ["dxf", "svg"])
def test_a_drawn_profile_is_brought_in_and_can_be_used(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, suffix: str
) -> None:
    session = window.session
    path = tmp_path / f"quay.{suffix}"
    made = kind_profile("casing", 60.0, 28.0)
    path.write_bytes(profile_dxf(made, "quay") if suffix == "dxf" else profile_svg(made, "quay"))
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))

    def accept(self: ProfilesPreview) -> int:
        self.use.setCurrentText("casing")
        self.form["name"].setText("Quay 60")
        self.form["price"].setText("3.1")
        assert not any(row.cells[4].text for row in self.sheet.sheet.rows)
        return int(QDialog.DialogCode.Accepted)

    monkeypatch.setattr(ProfilesPreview, "exec", accept)
    choose(window, "Stock profiles (CSV, JSON, DXF, SVG) …")
    settle()
    own = session.job.catalogue
    assert [(one.name, one.uses, one.price_per_metre) for one in own] == [("Quay 60", ("casing",), 3.1)]
    assert own[0].height == pytest.approx(60.0, abs=0.05)
    offers = job_offers(session.job, session.job.rooms[0], "casing").offers
    assert any(piece.profile.id == "own-quay-60" for offer in offers for piece in offer.match.pieces)
    choose(window, "Profiles")
    settle()
    shelf = window.page("shelf")
    assert isinstance(shelf, ShelfPage)
    (card,) = shelf.cards["profiles"].views
    fields = {one.accessibleName(): one for one in card.findChildren(Field)}
    type_into(fields["Wood"], "oak")
    assert session.job.catalogue[0].species == "oak"
    type_into(fields["A metre"], "much")
    assert "not a number" in window.notice()
    session.undo()
    session.undo()
    assert session.job.catalogue == ()


def test_a_catalogue_is_handed_out_and_brought_in_again(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    session = window.session
    monkeypatch.setattr(ProfilesPreview, "exec", lambda _: int(QDialog.DialogCode.Accepted))
    for suffix in ("csv", "json"):
        path = tmp_path / f"profiles.{suffix}"
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, path=path: (str(path), ""))
        monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_, path=path: (str(path), ""))
        choose(window, f"Catalogue of stock profiles as {suffix.upper()} …")
        errands_over(session)
        choose(window, "Stock profiles (CSV, JSON, DXF, SVG) …")
        settle()
        assert len(session.job.catalogue) > 100
        session.undo()
    (tmp_path / "profiles.csv").write_text("what is this")
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(tmp_path / "profiles.csv"), ""))
    choose(window, "Stock profiles (CSV, JSON, DXF, SVG) …")
    assert "names no columns" in window.notice()
    assert trimmed_of(session.job.rooms[0], session.job.house_rules).trim is not None


def test_the_order_goes_to_the_line_that_is_selected_and_takes_left_overs(window: MainWindow) -> None:
    session = window.session
    window.resize(1100, 600)  # so that the line lies below what is seen at first
    line = next(one for one in to_buy(session.job).lines if one.key.startswith("trim:skirting"))
    session.look(place="bought", selected=LinePath(line.key))
    page = window.page("bought")
    assert isinstance(page, BoughtPage)
    for _ in range(40):
        QTest.qWait(10)
        if page._area.verticalScrollBar().value() > 0:  # type: ignore[union-attr]
            break
    assert page._area.verticalScrollBar().value() > 0  # type: ignore[union-attr]
    rows = [row for slip in page.slips for row in slip.rows]
    assert all(row.height() >= row.minimumSizeHint().height() for row in rows)  # nothing is squeezed at first sight
    type_into(field(window, "Left-overs to use first"), "2300; 1200")
    assert session.job.left_over == {line.key: (1200.0, 2300.0)}
    assert any("left-over" in row._line.why for row in rows if row._line is not None)
    type_into(field(window, "Left-overs to use first"), "much")
    assert "much" in window.notice()


def test_a_member_is_drawn_as_the_profile_that_comes_nearest(window: MainWindow) -> None:
    session = window.session
    session.look(place="trim", leaf="stock", room_id="r1", selected=TrimPath("r1", "cornice", "bed mould"))
    settle()
    assert "Stock for the bed mould" in canvas(window).accessibleDescription()
    click(window, StockOfferPath("r1", "cornice", "bed mould", "dunlin-75"))
    assert press(window, "Draw this member as Dunlin 75")
    settle()
    choice = session.job.rooms[0].trim.choices["cornice: bed mould"]
    assert choice.height is not None
    assert choice.height.mm == 75.0
    assert [one.kind for one in choice.drawn] == ["fillet", "cyma reversa", "ovolo"]


def test_a_drawing_with_several_profiles_names_them_by_their_layers(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "counter.dxf"
    document = ezdxf.new("R2010")
    document.header["$INSUNITS"] = 4
    space = document.modelspace()
    for place, layer in enumerate(("Groyne 40", "Fender 60", "0", "0")):
        tall = 40.0 + 10 * place
        corners = [(200.0 * place + x, y) for x, y in ((0, 0), (20, 0), (20, tall / 2), (8, tall), (0, tall))]
        space.add_lwpolyline(corners, close=True, dxfattribs={"layer": layer})
    document.saveas(path)
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    monkeypatch.setattr(ProfilesPreview, "exec", lambda _: int(QDialog.DialogCode.Accepted))
    choose(window, "Stock profiles (CSV, JSON, DXF, SVG) …")
    names = {one.name: round(one.height) for one in window.session.job.catalogue}
    assert names["Groyne 40"] == 40
    assert names["Fender 60"] == 50
    assert sum(name.startswith("counter ") for name in names) == 2
