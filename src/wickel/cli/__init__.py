"""The same work without a window: draft, check, lay, buy, and lists of what there is to choose
from.

Results go to standard output, refusals as one sentence to standard error, with the exit codes of
The exit codes are: 0 done, 1 cannot be laid as asked or breaks a rule, 2 input that cannot be used.
"""

from wickel.cli import buying, cutting, exchange, listing, making, studio
from wickel.cli.common import app

__all__ = ["app", "buying", "cutting", "exchange", "listing", "making", "studio"]
