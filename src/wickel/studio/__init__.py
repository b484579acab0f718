"""The studio: its demo data and new orders; clients, shelf and log come with the studio's book."""

from wickel.studio.apron import FERRY_APRON
from wickel.studio.demo import (
    CLIENTS,
    CLOTH_FOR_MATERIAL,
    DEMO_CLIENTS,
    SHELF,
    STUDIO,
    orders,
    shelf_cloth,
)
from wickel.studio.ordering import (
    new_order,
    with_another,
    with_answers,
    with_materials,
    with_style,
)

__all__ = [
    "CLIENTS",
    "CLOTH_FOR_MATERIAL",
    "DEMO_CLIENTS",
    "FERRY_APRON",
    "SHELF",
    "STUDIO",
    "new_order",
    "orders",
    "shelf_cloth",
    "with_another",
    "with_answers",
    "with_materials",
    "with_style",
]
