"""Saving: whole or not at all, whatever happens in the middle."""

import fcntl
import os
import stat
import time
from pathlib import Path

import pytest

from wickel.files import UnreadableFile, json_text, private_folder, read_json, save_file, sweep


def test_the_old_file_stays_when_writing_fails(tmp_path, monkeypatch):
    path = tmp_path / "job.json"
    save_file(path, "old")

    def fail(*_):
        raise OSError(28, "No space left on device")

    for step in ("fsync", "replace"):
        with monkeypatch.context() as patched:
            patched.setattr(os, step, fail)
            with pytest.raises(OSError, match="space"):
                save_file(path, "new", backup=True)
        assert path.read_text() == "old"
        assert [p.name for p in tmp_path.iterdir() if p.name.startswith(".")] == []


def test_the_last_version_is_kept_beside_it(tmp_path):
    path = tmp_path / "job.json"
    for text in ("one", "two", "three"):
        save_file(path, text, backup=True)
    assert (path.read_text(), path.with_name("job.json.bak").read_text()) == ("three", "two")
    assert len(list(tmp_path.iterdir())) == 2


def test_folders_are_made(tmp_path):
    save_file(tmp_path / "a" / "b.txt", b"x")
    assert (tmp_path / "a" / "b.txt").read_bytes() == b"x"


def test_json_keeps_plain_lists_on_one_line():
    assert json_text({"a": [[1, 2], [3, 4]], "b": [{"c": 1}], "d": {}}) == (
        '{\n "a": [[1, 2], [3, 4]],\n "b": [\n  {\n   "c": 1\n  }\n ],\n "d": {}\n}'
    )


def test_nan_is_never_written():
    with pytest.raises(ValueError):
        json_text({"a": [float("nan")]})


def test_a_link_is_followed_and_stays_a_link(tmp_path):
    real, link = tmp_path / "real.json", tmp_path / "link.json"
    real.write_text("old")
    link.symlink_to(real)
    save_file(link, "new")
    assert link.is_symlink()
    assert real.read_text() == "new"


def test_only_plain_files_are_replaced(tmp_path):
    pipe = tmp_path / "pipe"
    os.mkfifo(pipe)
    for path in (pipe, tmp_path):
        with pytest.raises(OSError, match="not a plain file"):
            save_file(path, "x")
    assert stat.S_ISFIFO(pipe.stat().st_mode)


@pytest.mark.parametrize("special", ["/dev/zero", "/dev/null"])
def test_devices_and_pipes_are_not_read(special, tmp_path):
    pipe = tmp_path / "pipe.json"
    os.mkfifo(pipe)
    for path in (Path(special), pipe):
        with pytest.raises(UnreadableFile, match="is not a plain file"):
            read_json(path, "job")


def mode(path):
    return stat.S_IMODE(path.stat().st_mode)


def test_a_private_folder_keeps_everything_in_it_private(tmp_path):
    folder = tmp_path / "studio"
    (folder / "book").mkdir(parents=True)
    old = folder / "book" / "clients.json"
    old.write_text("{}")
    old.chmod(0o644)
    private_folder(folder)
    assert [mode(path) for path in (folder, folder / "book", old)] == [0o700, 0o700, 0o600]
    save_file(old, "[]", backup=True)
    save_file(folder / "new.json", "{}")
    assert {mode(path) for path in folder.rglob("*") if path.is_file()} == {0o600}


def test_a_file_that_is_replaced_keeps_its_permissions(tmp_path):
    path = tmp_path / "shared.json"
    path.write_text("{}")
    path.chmod(0o664)
    save_file(path, "[]")
    assert mode(path) == 0o664


def test_what_a_killed_save_left_is_swept_unless_its_writer_still_holds_it(tmp_path):
    left, held, young = (tmp_path / f".saving-{name}" for name in ("left", "held", "young"))
    for path in (left, held, young):
        path.write_text("half a jo")
    for path in (left, held):
        os.utime(path, (0, 0))
    (tmp_path / "job.json").write_text("{}")
    with held.open("rb") as file:
        fcntl.flock(file, fcntl.LOCK_EX)
        assert sweep(tmp_path) == (left,)
    assert sorted(path.name for path in tmp_path.iterdir()) == [
        ".saving-held",
        ".saving-young",
        "job.json",
    ]


def test_what_a_killed_save_left_a_moment_ago_is_swept_at_the_next_start(tmp_path):
    left = tmp_path / ".saving-abc"
    left.write_text("half")
    os.utime(left, (time.time() - 5, time.time() - 5))
    assert sweep(tmp_path) == (left,)
