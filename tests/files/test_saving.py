"""Saving: whole or not at all, whatever happens in the middle."""

import os

import pytest

from wickel.files import dumped, saved


def test_the_old_file_stays_when_writing_fails(tmp_path, monkeypatch):
    path = tmp_path / "job.json"
    saved(path, "old")

    def fail(*_):
        raise OSError(28, "No space left on device")

    for step in ("fsync", "replace"):
        with monkeypatch.context() as patched:
            patched.setattr(os, step, fail)
            with pytest.raises(OSError, match="space"):
                saved(path, "new", backup=True)
        assert path.read_text() == "old"
        assert [p.name for p in tmp_path.iterdir() if p.name.startswith(".")] == []


def test_the_last_version_is_kept_beside_it(tmp_path):
    path = tmp_path / "job.json"
    for text in ("one", "two", "three"):
        saved(path, text, backup=True)
    assert (path.read_text(), path.with_name("job.json.bak").read_text()) == ("three", "two")
    assert len(list(tmp_path.iterdir())) == 2


def test_folders_are_made(tmp_path):
    saved(tmp_path / "a" / "b.txt", b"x")
    assert (tmp_path / "a" / "b.txt").read_bytes() == b"x"


def test_json_keeps_plain_lists_on_one_line():
    assert dumped({"a": [[1, 2], [3, 4]], "b": [{"c": 1}], "d": {}}) == (
        '{\n "a": [[1, 2], [3, 4]],\n "b": [\n  {\n   "c": 1\n  }\n ],\n "d": {}\n}'
    )


def test_nan_is_never_written():
    with pytest.raises(ValueError):
        dumped({"a": [float("nan")]})
