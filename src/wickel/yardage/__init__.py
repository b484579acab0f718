"""Length to buy."""

from wickel.yardage.need import Need, need

__all__ = ["Need", "need"]
