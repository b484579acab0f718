"""Where a book stands: on a disk of this machine, or on one that is reached over a network, where
SQLite cannot keep two writers apart."""

from __future__ import annotations

import os
from pathlib import Path

_MOUNTS = Path("/proc/self/mounts")
_NETWORK = frozenset(
    {
        "nfs",
        "nfs4",
        "cifs",
        "smb3",
        "smbfs",
        "ncpfs",
        "afs",
        "ceph",
        "glusterfs",
        "fuse.sshfs",
        "fuse.glusterfs",
        "fuse.ceph",
        "fuse.rclone",
        "fuse.gvfsd-fuse",
        "davfs",
    }
)


def is_on_network(folder: Path) -> bool:
    """Whether a folder, or the nearest one above it that is there, is on a network file system."""
    return file_system(folder) in _NETWORK


def file_system(folder: Path) -> str:
    """The kind of file system that a folder is on, as the system calls it; empty where it does not
    say."""
    where = os.path.realpath(folder)
    best, kind = "", ""
    try:
        lines = _MOUNTS.read_text(encoding="utf-8", errors="replace").splitlines()
    except OSError:
        return ""
    for line in lines:
        words = line.split(" ")
        if len(words) < 3:
            continue
        mount = words[1].encode().decode("unicode_escape")  # a space stands there as \040
        inside = where == mount or where.startswith(mount.rstrip("/") + "/")
        if inside and len(mount) >= len(best):
            best, kind = mount, words[2]
    return kind
