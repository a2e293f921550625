"""A whole account out as one file, and gone."""

from __future__ import annotations

import io
import json
import zipfile
from dataclasses import dataclass

from agronomy.formats.write_garden import garden_as_text
from apps.accounts.models import User
from apps.accounts.people import refuse_wrong
from apps.base.action import Action
from apps.exchange import csv_files
from apps.exchange.files import described_garden
from apps.garden.access import memberships
from apps.garden.models import Garden, Role


def account_archive(user: User) -> bytes:
    """A zip of all that is kept of a person: who they are, and a folder for each garden they are in."""
    out = io.BytesIO()
    mine = memberships(user)
    about = {
        "name": user.username,
        "mail": user.email,
        "units": user.units,
        "theme": user.theme,
        "since": user.date_joined.isoformat(),
        "gardens": [{"name": m.garden.name, "role": m.role} for m in mine],
    }
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        packed.writestr("account.json", json.dumps(about, indent=1, ensure_ascii=False))
        for n, m in enumerate(mine, 1):
            folder = f"garden-{n}"
            packed.writestr(f"{folder}/garden.json", garden_as_text(described_garden(m.garden)))
            packed.writestr(f"{folder}/beds.csv", csv_files.beds_as_csv(m.garden))
            packed.writestr(f"{folder}/record.csv", csv_files.record_as_csv(m.garden))
            packed.writestr(f"{folder}/days.csv", csv_files.days_as_csv(m.garden))
    return out.getvalue()


@dataclass
class CloseAccount(Action[None]):
    """The person and the gardens they own are gone for good; what they noted in others' gardens stays, without a name.

    A guest has no password to ask for.
    """

    user: User
    password: str = ""

    def run(self) -> None:
        user = User.objects.select_for_update().get(pk=self.user.pk)
        if not user.guest:
            refuse_wrong(user, self.password)
        Garden.objects.filter(membership__user=user, membership__role=Role.OWNER).delete()
        user.delete()
