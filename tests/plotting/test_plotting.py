"""A plot goes to the stand-in byte for byte: whole, over an end of the paper, and cancelled."""

import socket
import threading
import time

import pytest

from tests.files.drawings import drafted, sheet
from wickel.files.drawings.hpgl_out import hpgl_text
from wickel.plotting import PlotterLost, StandIn, address_of, send_plot
from wickel.plotting.sending import LIFTED


@pytest.fixture(scope="module")
def plot():
    return hpgl_text(sheet(drafted())).encode()


@pytest.fixture
def plotter():
    own = StandIn(buffer=300)
    yield own
    own.close()


def waited(until, seconds=10.0):
    ends = time.monotonic() + seconds
    while not until():
        assert time.monotonic() < ends, "nothing has happened"
        time.sleep(0.005)


@pytest.mark.long
def test_a_plot_arrives_whole_and_is_drawn(plot, plotter):
    told = []
    assert send_plot(plot, ("127.0.0.1", plotter.port), told.append, lambda: False)
    assert bytes(plotter.received) == plot
    assert plotter.done == len(plot)
    assert [own.sent for own in told] == sorted(own.sent for own in told)
    assert told[-1].sent == told[-1].all == len(plot)
    pens = {own.pen for own in plotter.drawn}
    assert pens == {1, 2}
    assert "Front" in {own.words for own in plotter.drawn}
    # what was drawn is what is in the file: every stretch once, in its order
    downs = sum(row.startswith(b"PD") for row in plot.splitlines())
    assert sum(len(own.points) - 1 for own in plotter.drawn if not own.words) == downs


def test_nothing_is_lost_or_repeated_when_the_paper_runs_out(plot, plotter):
    told = []
    done = []

    def run():
        done.append(send_plot(plot, ("127.0.0.1", plotter.port), told.append, lambda: False))

    thread = threading.Thread(target=run)
    thread.start()
    for share in (0.1, 0.3, 0.31, 0.8):
        waited(lambda share=share: plotter.done > share * len(plot))
        plotter.take_paper()
        waited(lambda: told and told[-1].no_paper)
        stood = plotter.done
        time.sleep(0.05)
        assert plotter.done == stood  # without paper nothing is drawn
        assert len(plotter.received) <= stood + 300  # and no more is taken than its buffer holds
        plotter.give_paper()
    thread.join(20)
    assert done == [True]
    assert bytes(plotter.received) == plot
    assert plotter.done == len(plot)


def test_a_cancelled_plot_ends_with_a_whole_instruction_and_the_pen_lifted(plot, plotter):
    stop = threading.Event()

    def told(progress):
        if progress.sent > 0.4 * progress.all:
            stop.set()

    assert not send_plot(plot, ("127.0.0.1", plotter.port), told, stop.is_set)
    waited(lambda: bytes(plotter.received).endswith(LIFTED))
    received = bytes(plotter.received).removesuffix(LIFTED)
    assert plot.startswith(received)
    assert received.endswith(b";\n")
    assert len(received) < 0.5 * len(plot)


def test_cancelling_without_paper_throws_away_what_was_not_drawn(plot, plotter):
    stop = threading.Event()
    plotter.take_paper()

    def told(progress):
        if progress.no_paper:
            stop.set()

    assert not send_plot(plot, ("127.0.0.1", plotter.port), told, stop.is_set)
    waited(lambda: bytes(plotter.received).endswith(LIFTED))
    plotter.give_paper()
    waited(lambda: plotter.done == len(LIFTED))
    assert plotter.drawn == []


@pytest.mark.long
def test_a_second_plot_follows_the_first(plot, plotter):
    for _ in range(2):
        assert send_plot(plot, ("127.0.0.1", plotter.port), lambda _: None, lambda: False)
    assert bytes(plotter.received) == plot + plot


def test_a_plotter_that_is_not_there_is_said_in_a_sentence():
    with socket.create_server(("127.0.0.1", 0)) as own:
        port = own.getsockname()[1]
    with pytest.raises(PlotterLost, match="cannot be reached"):
        send_plot(b"IN;\n", ("127.0.0.1", port), lambda _: None, lambda: False)


def test_a_plotter_that_goes_away_is_noticed(plot):
    own = StandIn(buffer=300)
    own.take_paper()
    threading.Timer(0.3, own.close).start()
    with pytest.raises(PlotterLost, match="plotter"):
        send_plot(plot, ("127.0.0.1", own.port), lambda _: None, lambda: False)


@pytest.mark.parametrize(
    ("text", "address"),
    [
        ("plotter", ("plotter", 9100)),
        ("10.0.0.7:4000", ("10.0.0.7", 4000)),
        (":4000", ("127.0.0.1", 4000)),
        ("4000", ("127.0.0.1", 4000)),
    ],
)
def test_addresses_are_read(text, address):
    assert address_of(text) == address


@pytest.mark.parametrize("text", ["plotter:x", "plotter:0", "plotter:99999"])
def test_what_is_no_address_is_refused(text):
    with pytest.raises(ValueError, match="no address of a plotter"):
        address_of(text)
