"""What is handed out here: profiles at full size, the cut list, orders of architecture, the catalogue of stock."""

from __future__ import annotations

from functools import partial

from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.seen_as import kind_selected


def full_size(out: HandingOut, suffix: str) -> None:
    """Hand out the profile of the selected trim at full size: PDF in tiles, DXF or SVG."""
    room, job = out.session.room(), out.session.job
    kind = kind_selected(out.session.view.selected)
    trimmed = trimmed_room(room, job.house_rules) if room is not None else None
    piece = trimmed.trim.of(kind) if trimmed is not None else None
    if room is None or piece is None or piece.profile is None:
        out.tell(f"No {kind} is fitted here: select a piece of trim that is.")
        return
    profile, name = piece.profile, f"{room.name} {kind}"
    from narrow_cornice.exchange.full_size import profile_dxf, profile_pdf, profile_svg

    title, file = "The profile at full size", f"{name} full size"
    if suffix == "pdf":
        out.print_sheets(title, file, lambda paper: profile_pdf(job, profile, name, paper))
        return
    path = out.ask(title, file, suffix)
    if path is not None:
        makers = {"dxf": lambda: profile_dxf(profile, name), "svg": lambda: profile_svg(profile, name)}
        out.write(path, makers[suffix])


def cut_list(out: HandingOut) -> None:
    """Hand out the cut list of every room and how the bars are cut."""
    job = out.session.job
    from narrow_cornice.exchange.cut_list_pdf import cut_list_pdf

    out.print_sheets("The cut list", f"{job.name} cut list", lambda paper: cut_list_pdf(job, paper))


def orders(out: HandingOut) -> None:
    """Hand out all orders of the job as a file, to be changed by hand and brought in again."""
    job = out.session.job
    path = out.ask("The orders", f"{job.name} orders", "toml")
    if path is not None:
        from narrow_cornice.exchange.orders_file import orders_toml

        out.write(path, lambda: orders_toml(tuple(job.order_keys().values())))


def catalogue(out: HandingOut, suffix: str) -> None:
    """Hand out all stock profiles of the job, its own and those that ship, to be brought in elsewhere."""
    job = out.session.job
    path = out.ask("The catalogue", f"{job.name} profiles", suffix)
    if path is not None:
        from narrow_cornice.derived.trimwork.stock_match import catalogue_of
        from narrow_cornice.exchange.profiles_in import catalogue_csv, catalogue_file

        profiles = catalogue_of(job.catalogue)
        written = catalogue_csv if suffix == "csv" else catalogue_file
        out.write(path, partial(written, profiles, job.shop_names()))
