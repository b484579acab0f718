"""Whether a file is open elsewhere, and whether it is still what it was."""

import os
import threading
import time

import pytest

from wickel.files import OpenMark, Stamp, folder_lock, stamp


@pytest.fixture(autouse=True)
def _own_folder_for_marks(tmp_path, monkeypatch):
    folder = tmp_path / "marks"
    folder.mkdir()
    monkeypatch.setattr("tempfile.tempdir", str(folder))


@pytest.fixture
def marks():
    made = [OpenMark(), OpenMark()]
    yield made
    for mark in made:
        mark.let_go()


def test_a_file_is_open_in_one_place_at_a_time(tmp_path, marks):
    path = tmp_path / "job.wickel.json"
    one, other = marks
    assert one.take(path)
    assert not other.take(path)
    one.let_go()
    one.let_go()
    assert other.take(path)
    assert not one.take(path)


def test_taking_another_file_lets_the_first_one_go(tmp_path, marks):
    one, other = marks
    assert one.take(tmp_path / "a")
    assert one.take(tmp_path / "b")
    assert other.take(tmp_path / "a")


def test_a_file_is_the_same_by_whatever_name_it_is_reached(tmp_path, marks):
    path = tmp_path / "job"
    path.touch()
    link = tmp_path / "link"
    link.symlink_to(path)
    one, other = marks
    assert one.take(path)
    assert not other.take(link)
    assert not other.take(tmp_path / "." / "job")


def test_where_nothing_can_be_marked_work_goes_on(tmp_path, monkeypatch):
    (tmp_path / "file").touch()
    monkeypatch.setattr("tempfile.tempdir", str(tmp_path / "file"))
    assert OpenMark().take(tmp_path / "job")


def test_a_mark_leaves_nothing_beside_the_file(tmp_path, marks):
    folder = tmp_path / "studio"
    folder.mkdir()
    marks[0].take(folder / "job.wickel.json")
    assert list(folder.iterdir()) == []


@pytest.mark.parametrize(
    ("change", "still"),
    [
        (lambda path: None, True),
        (lambda path: os.utime(path, (1, 1)), True),  # touched, not changed
        (lambda path: path.write_bytes(b"one"), True),
        (lambda path: path.write_bytes(b"two"), False),  # as long as before
        (lambda path: path.write_bytes(b"three"), False),
        (lambda path: path.unlink(), True),  # nothing there that could be lost
    ],
)
def test_a_file_is_still_what_it_was_by_what_it_holds(tmp_path, change, still):
    path = tmp_path / "file"
    path.write_bytes(b"one")
    os.utime(path, (5, 5))
    seen = stamp(path)
    change(path)
    assert seen.is_still(path) == still


def test_a_file_that_was_not_there_and_now_is_has_changed(tmp_path):
    path = tmp_path / "file"
    assert stamp(path) == Stamp()
    assert Stamp().is_still(path)
    path.write_bytes(b"")
    assert not Stamp().is_still(path)


def test_two_that_change_a_folder_wait_for_each_other(tmp_path):
    order = []

    def second():
        with folder_lock(tmp_path):
            order.append("second")

    with folder_lock(tmp_path):
        thread = threading.Thread(target=second)
        thread.start()
        time.sleep(0.05)
        order.append("first")
    thread.join(5)
    assert order == ["first", "second"]


def test_a_folder_is_unlocked_when_the_work_in_it_fails(tmp_path):
    with pytest.raises(KeyError), folder_lock(tmp_path / "new"):
        raise KeyError
    with folder_lock(tmp_path / "new"):
        pass
