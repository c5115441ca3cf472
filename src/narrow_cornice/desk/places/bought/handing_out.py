"""What is handed out here: the list to buy from, as lists and as a workbook."""

from __future__ import annotations

from narrow_cornice.derived.bought.to_buy import Parted
from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.session import Session


def list_to_buy(out: HandingOut, kind: str, parted: Parted) -> None:
    """Hand out the list to buy as CSV, or print it."""
    job = out.session.job
    title, name = "The list to buy", f"{job.name} to buy"
    if kind == "csv":
        path = out.ask(title, name, kind)
        if path is not None:
            from narrow_cornice.exchange.csv_lists import to_buy_by_room, to_buy_by_shop

            out.write(path, lambda: (to_buy_by_room(job) if parted == "room" else to_buy_by_shop(job)).encode("utf-8"))
        return
    from narrow_cornice.exchange.list_pdf import to_buy_pdf

    out.print_sheets(title, name, lambda paper: to_buy_pdf(job, paper, parted=parted))


def workbook(out: HandingOut) -> None:
    """Hand out the list by shop and by room and the schedule of surfaces, with totals that count on."""
    job = out.session.job
    path = out.ask("The list to buy and the schedule", f"{job.name} to buy", "xlsx")
    if path is not None:
        from narrow_cornice.exchange.xlsx_lists import to_buy_xlsx

        out.write(path, lambda: to_buy_xlsx(job))


def takeoff(out: HandingOut) -> None:
    """Print the take-off: every total with its working, and what each room costs."""
    job = out.session.job
    from narrow_cornice.exchange.list_pdf import takeoff_pdf

    out.print_sheets("The take-off", f"{job.name} take-off", lambda paper: takeoff_pdf(job, paper))


def bring_prices(into: BringingIn) -> None:
    """Ask the shop's desk, as something that is brought in."""
    ask_prices(into)


def ask_prices(desk: HandingOut | BringingIn) -> None:
    """Ask the shop's desk on this machine for prices and stock, and take up what it tells; the address is
    remembered."""
    from PyQt6.QtWidgets import QInputDialog, QLineEdit

    from narrow_cornice.exchange.shop_prices import USUAL_ADDRESS

    session = desk.session
    there = session.settings.value("shop desk", USUAL_ADDRESS, type=str)
    text, given = QInputDialog.getText(
        desk.parent, "Prices", "The shop's desk on this machine:", QLineEdit.EchoMode.Normal, there
    )
    if given:
        session.settings.setValue("shop desk", text.strip())
        take_prices(session, text.strip())


def take_prices(session: Session, address: str) -> None:
    """Ask the desk at an address aside, and take up prices and stock; what goes wrong is told and changes nothing."""
    from functools import partial

    from narrow_cornice.exchange.shop_prices import Prices, ask_prices as ask, asked_of
    from narrow_cornice.job import edits
    from narrow_cornice.units.dates import today

    def take(found: Prices) -> None:
        session.do(edits.take_quotes(found.quotes, found.shop))
        missing = f", {found.missing} out of stock" if found.missing else ""
        session.told.emit(f"{found.shop}: {found.changed} prices changed{missing}.")

    asked = asked_of(session.job)
    session.errands.run("Asking the shop", partial(ask, address, asked, today()), take, session.refused.emit)
