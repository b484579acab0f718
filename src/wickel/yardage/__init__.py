"""Length to buy."""

from wickel.yardage.need import Need, need, need_of

__all__ = ["Need", "need", "need_of"]
