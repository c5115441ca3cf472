"""Shops by their names: what somebody types becomes the shop of that name, or a new one."""

from __future__ import annotations

from msgspec.structs import replace

from narrow_cornice.job.bought import Shop
from narrow_cornice.job.edits.making import checked_name, fresh_id, put_one
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job


def with_shop(job: Job, name: str) -> tuple[Job, str]:
    """Return the job with a shop of that name, and the shop's identity; no name is no shop.

    A name that is an identity already stays what it is: so a thing whose shop was not touched keeps it.
    """
    wanted = name.strip()
    known = job.shop_names()
    if not wanted or wanted in known:
        return job, wanted
    alike = next((key for key, shown in known.items() if shown.casefold() == wanted.casefold()), None)
    if alike is not None:
        return job, alike
    fresh = Shop(fresh_id("s", known), wanted)
    return replace(job, shops=(*job.shops, fresh)), fresh.id


def rename_shop(shop_id: str, name: str) -> Edit:
    """Give a shop another name, wherever something is bought there."""
    new = checked_name(name, "A shop")
    return Edit(f"shop {new[:40]}", lambda job: replace(job, shops=put_one(job.shops, Shop(shop_id, new))))
