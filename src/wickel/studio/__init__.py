"""The studio: its demo data for now; clients, shelf and log come with the studio's book."""

from wickel.studio.demo import CLIENTS, SHELF, STUDIO, orders, shelf_cloth

__all__ = ["CLIENTS", "SHELF", "STUDIO", "orders", "shelf_cloth"]
