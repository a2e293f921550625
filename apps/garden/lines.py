"""The lines of a garden's rows, as the tubes that they are."""

from __future__ import annotations

from agronomy.describe import garden as g
from agronomy.methods.tubes import in_order
from apps.garden.convert import drip_of
from apps.garden.models import Bed, Garden, Rig

Tube = tuple[tuple[Bed, g.Drip], ...]  # beds with their lines, from the tap on


def tubes_of(garden: Garden) -> list[Tube]:
    """Every tube of a garden: two queries."""
    beds = Bed.objects.filter(garden=garden, removed_at=None, method="drip").select_related("line_after", "rig")
    lines = {bed.name: (bed, g.Drip(**told)) for bed in beds.order_by("pk") if (told := drip_of(bed))}
    after = {name: bed.line_after.name if bed.line_after else None for name, (bed, _) in lines.items()}
    tubes = {in_order(after, name) for name in lines}
    return sorted((tuple(lines[x] for x in tube) for tube in tubes), key=lambda tube: tube[0][0].pk)


def tap_of(tube: Tube) -> Rig | None:
    """The tap at the head of a tube; a bed that names none hangs on the garden's first."""
    head = tube[0][0]
    return head.rig or head.garden.rigs.order_by("pk").first()
