"""Wickel at home on a Linux desktop: menu entry, icons, file type, manual and completion, put in
place for a user or into a package."""

from wickel.desktop.integrating import integrate, placed_files, remove
from wickel.desktop.manual import manual_page

__all__ = ["integrate", "manual_page", "placed_files", "remove"]
