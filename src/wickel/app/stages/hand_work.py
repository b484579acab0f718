"""Laying by hand: what a maker does with the pieces in hand, by key, menu or mouse, and how it
becomes a lay of the job. Every deed is one step that can be undone; nudges of one piece are one
together."""

from __future__ import annotations

import math
from collections.abc import Callable, Collection, Iterator
from functools import partial

from PySide6.QtCore import QObject, QPoint, Qt, Signal
from PySide6.QtGui import QAction, QKeySequence
from PySide6.QtWidgets import QMenu, QWidget

from wickel.app.session import Session
from wickel.app.stages.compare_dialog import CompareDialog
from wickel.app.stages.hand_seen import Deed, SeenWork
from wickel.app.table.hand_view import HandView
from wickel.app.table.lines import Line, high_of
from wickel.geometry import Point, bounds
from wickel.lay import Lay, Placement, not_laid, on_table, rank
from wickel.lay.hand import (
    OTHER_CLOTH,
    Grip,
    Shift,
    Stance,
    cut_short,
    elsewhere,
    first_place,
    folded_to,
    middle,
    moved,
    other_sides,
    other_turns,
    pushed_on,
    put_on,
    stood_otherwise,
    swapped,
    taken_off,
)
from wickel.lay.hand import Deed as Work
from wickel.units import Unit, shown_length
from wickel.wording import tr

WAYS_ON: dict[str, Point] = {
    "Left": (-1.0, 0.0),
    "Right": (1.0, 0.0),
    "Up": (0.0, 1.0),
    "Down": (0.0, -1.0),
}
"""The arrow keys, and which way on the cloth each pushes: the start lies left, the fold low."""
_TOWARDS = {
    "Left": tr("towards the start"),
    "Right": tr("towards the end"),
    "Up": tr("to the far edge"),
    "Down": tr("to the near edge"),
}
_STEPS_MM = {Unit.CM: (10.0, 1.0), Unit.INCH: (25.4, 25.4 / 8)}
"""How far an arrow key pushes, and with Shift."""
_SAME_MM = 1e-4


class HandWork(QObject):
    """What is done by hand with the lay of a session, as a view shows it. ``told`` carries what
    there is to say of what is in hand."""

    told = Signal(str)

    def __init__(self, session: Session, view: HandView, stage: QWidget) -> None:
        super().__init__(view)
        self._session, self._view, self._stage = session, view, stage
        self.seen = SeenWork(session, view)
        self.in_tray = ""
        self._lay_before: dict[str, Placement] = {}
        """Where a copy of each piece of the tray lay before a hand took it off."""
        view.beside_of = session.beside
        view.pushed.connect(self._pushed)
        view.put.connect(self._put)
        view.trayed.connect(lambda ids: self.to_tray())
        view.drawn.connect(self._drawn)
        view.asked.connect(self._ask)
        view.slid.connect(self.slide)
        view.moving.connect(self._tell)
        self.actions: list[QAction] = []

    def _tell(self) -> None:
        """Say of what is in hand where it lies, how its thread runs, and what stops it."""
        held = self._view.held
        if held is None:
            self.told.emit("")
            return
        unit, (own, *_) = self._session.job.unit, held.grip.held
        box = held.grip.box
        said = [
            tr(
                "{along} from the start, {across} from the near edge",
                along=shown_length(box.min_x + held.at[0], unit),
                across=shown_length(box.min_y + held.at[1], unit),
            ),
            tr("thread {turn:g}°", turn=own.turn_deg),
        ]
        if held.stopped_by:
            said.append(self._words_for(held.grip, held.stopped_by[0]))
        elif not held.may_lie:
            said.append(self._words_for(held.grip, next(iter(held.grip.in_the_way(held.at)), "")))
        self.told.emit(" · ".join(said))

    # --- what can be done ----------------------------------------------------------------------

    def deeds(self) -> Iterator[tuple[str, tuple[Deed, ...]]]:
        """All that can be done, in groups with their names."""
        yield tr("&Push"), tuple(self._pushes())
        yield (
            tr("&Slide until it touches"),
            tuple(
                Deed(tr("Slide {way}", way=words), f"Ctrl+{key}", partial(self.slide, key))
                for key, words in _TOWARDS.items()
            ),
        )
        nearest = (
            Deed(tr("The next one {way}", way=words), f"Alt+{key}", partial(self.go, key))
            for key, words in _TOWARDS.items()
        )
        everything = Deed(tr("All pieces"), "Ctrl+A", self.take_all, apart=True)
        yield tr("&Take the next piece"), (*nearest, everything)
        yield "", self._with_a_piece() + self._with_the_lay()
        yield tr("S&ee"), self.seen.deeds()

    def _pushes(self) -> Iterator[Deed]:
        for key, words in _TOWARDS.items():
            push = partial(self.nudge, key, fine=False)
            yield Deed(tr("Push {way}", way=words), key, push)
        for key, words in _TOWARDS.items():
            push, first = partial(self.nudge, key, fine=True), key == "Left"
            yield Deed(tr("Push a little {way}", way=words), f"Shift+{key}", push, apart=first)

    def _with_a_piece(self) -> tuple[Deed, ...]:
        return (
            Deed(tr("Tu&rn it"), "R", self.turn, apart=True),
            Deed(tr("Turn it &over"), "M", self.turn_over),
            Deed(tr("To another &zone or section"), "Z", self.to_other_zone),
            Deed(tr("&Where else it fits"), "P", self.next_place),
            Deed(tr("S&wap two pieces"), "X", self.swap),
            Deed(tr("To the tra&y"), "Del", self.to_tray, apart=True),
            Deed(tr("&From the tray"), "Ins", self.from_tray),
            Deed(tr("E&verything to the tray"), "Shift+Del", self.clear),
        )

    def _with_the_lay(self) -> tuple[Deed, ...]:
        return (
            Deed(tr("F&ill in what is in the tray"), "F", self.fill_in, apart=True),
            Deed(tr("Push to&gether"), "T", self.push_together),
            Deed(tr("&Compare lays…"), "C", self.compare),
        )

    def fill(self, menu: QMenu) -> None:
        """Put everything into a menu; its keys work while the cloth has the focus, and letters
        while anything of the stage has."""
        for name, deeds in self.deeds():
            into = menu if not name else QMenu(name, menu)
            if name:
                menu.addMenu(into)
            for deed in deeds:
                if deed.apart:
                    into.addSeparator()
                into.addAction(self._action(deed, menu))

    def allow(self, *, on: bool) -> None:
        """Let everything be done by hand, where there is a lay in sight, or nothing."""
        for action in self.actions:
            action.setEnabled(on)

    def _do(self, deed: Deed) -> None:
        """Do what was chosen, if the cloth is in sight: elsewhere nothing of it shows the lay of
        now."""
        if self._view.isVisible():
            deed.act()
        else:
            self._say(tr("This is done on the cloth: go to Lay (Ctrl+5)."))

    def _action(self, deed: Deed, menu: QMenu) -> QAction:
        action = QAction(deed.words, menu)
        action.setShortcut(QKeySequence(deed.keys))
        action.setShortcutContext(Qt.ShortcutContext.WidgetWithChildrenShortcut)
        action.setToolTip(deed.words.replace("&", ""))
        action.triggered.connect(lambda *_: self._do(deed))
        # where a list or a box has the keys arrows are theirs; letters are ours on all the stage
        (self._stage if len(deed.keys) == 1 else self._view).addAction(action)
        self.actions.append(action)
        return action

    def _ask(self, at: QPoint) -> None:
        """A menu for the piece, or for the cloth, under the pointer."""
        if not self._view.hands_on or self._lay is None:
            return
        menu = QMenu(self._view)
        self.fill_for_piece(menu) if self._view.taken else self.fill_for_cloth(menu)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.popup(at)

    def fill_for_piece(self, menu: QMenu) -> None:
        """What can be done with what is in hand."""
        held = self._view.chosen in self._session.held
        for words, keys, act in (
            (tr("Turn it"), "R", self.turn),
            (tr("Turn it over"), "M", self.turn_over),
            (tr("To another zone or section"), "Z", self.to_other_zone),
            (tr("Where else it fits"), "P", self.next_place),
            (tr("Let it go") if held else tr("Hold it here"), "Ctrl+B", self.hold),
            (tr("To the tray"), "Del", self.to_tray),
        ):
            _add(menu, words, keys, act)

    def fill_for_cloth(self, menu: QMenu) -> None:
        """What can be done with the lay."""
        for words, keys, act in (
            (tr("All pieces"), "Ctrl+A", self.take_all),
            (tr("From the tray"), "Ins", self.from_tray),
            (tr("Everything to the tray"), "Shift+Del", self.clear),
            (tr("All in sight"), "0", self._view.fit),
        ):
            _add(menu, words, keys, act)

    # --- moving --------------------------------------------------------------------------------

    @property
    def _lay(self) -> Lay | None:
        return self._session.lay if self._view.hands_on else None

    def _grip(self, lay: Lay, ids: Collection[str]) -> Grip:
        return Grip(lay, ids, self._session.beside(ids))

    def _taken(self) -> tuple[Lay, Placement] | None:
        """The lay and the piece in hand; says so where there is none."""
        lay = self._lay
        own = None if lay is None else lay.placement_or_none(self._view.chosen)
        if lay is None or own is None:
            self._say(tr("Take a piece in hand first: click it, or press Page Down."))
            return None
        return lay, own

    def _say(self, sentence: str) -> None:
        self._session.trouble.emit(sentence)

    def _take(self, lay: Lay, words: str, merge_key: str = "") -> None:
        self._session.lay_by_hand(lay, words, merge_key)

    def _name(self, lay: Lay) -> str:
        """What is in hand, in words."""
        if len(self._view.taken) > 1:
            return tr("{count:of piece|pieces}", count=len(self._view.taken))
        own = lay.placement_or_none(self._view.chosen)
        return "" if own is None else lay.piece(own.piece).name

    def nudge(self, key: str, *, fine: bool) -> None:
        """Push what is in hand a step, as far as it goes; with nothing in hand, take the next
        piece that way."""
        if not self._view.chosen:
            self.go(key)
            return
        found = self._taken()
        if found is None or not self._may_move():
            return
        lay, _ = found
        grip = self._grip(lay, self._view.taken)
        step = _STEPS_MM[self._session.job.unit][fine]
        to = _next_step(grip, WAYS_ON[key], step)
        if to is None:
            self._say(tr("The fold or the print holds it there."))
            return
        at = grip.slid((0.0, 0.0), to) if grip.steps.free else to
        if not grip.clear(at) or math.hypot(*at) < _SAME_MM:
            self._say(self._stopped_by(grip, to))
            return
        ids = " ".join(sorted(self._view.taken))
        words = tr("{name} pushed", name=self._name(lay))
        self._take(moved(lay, dict.fromkeys(grip.ids, at)), words, f"nudge {ids}")

    def slide(self, key: str) -> None:
        """Slide what is in hand until it touches."""
        found = self._taken()
        if found is None or not self._may_move():
            return
        lay, _ = found
        grip = self._grip(lay, self._view.taken)
        at = grip.until_touch((0.0, 0.0), WAYS_ON[key])
        if math.hypot(*at) < _SAME_MM or not grip.clear(at):
            self._say(tr("It touches there already."))
            return
        words = tr("{name} slid {way}", name=self._name(lay), way=_TOWARDS[key])
        self._take(moved(lay, dict.fromkeys(grip.ids, at)), words)

    def _may_move(self) -> bool:
        """Whether nothing of what is in hand is held; says so where something is."""
        held = self._view.taken & self._session.held
        if held:
            self._say(tr("It is held where it lies: let it go first (Ctrl+B)."))
        return not held

    def _stopped_by(self, grip: Grip, to: Shift) -> str:
        """What stops what is in hand, in a sentence."""
        return self._words_for(grip, next(iter(grip.in_the_way(to)), ""))

    def _words_for(self, grip: Grip, what: str) -> str:
        """What is in the way (``Grip.in_the_way``), in a sentence."""
        if what == "edge":
            return tr("The edge of the cloth stops it.")
        if what == "flaw":
            return tr("A spoilt place of the cloth stops it.")
        if what == OTHER_CLOTH:
            return tr("A piece of the other cloth stops it.")
        own = grip.lay.placement_or_none(what)
        if own is not None:
            return tr("{name} stops it.", name=grip.lay.piece(own.piece).name)
        if not grip.steps.free:
            return tr("The print holds it in its steps.")
        return tr("The fold holds it.") if grip.rails else tr("It cannot be pushed that way.")

    def place_exactly(self, along: bool, mm: float) -> bool:
        """Put the piece in hand so far from the start of the cloth, or from its near edge; whether
        it can lie there."""
        found = self._taken()
        if found is None or not self._may_move():
            return False
        lay, own = found
        box = bounds(on_table(own, lay.piece(own.piece)).outline)
        to = (mm - box.min_x, 0.0) if along else (0.0, mm - box.min_y)
        grip = self._grip(lay, [own.id])
        bound = grip.bound(to)
        if math.dist(bound, to) > _SAME_MM or not _keeps_to_print(grip, to):
            self._say(tr("The fold or the print holds it there."))
            return False
        if not grip.clear(to):
            self._say(self._stopped_by(grip, to))
            return False
        words = tr("{name} put exactly", name=self._name(lay))
        self._take(moved(lay, {own.id: to}), words)
        return True

    # --- which piece ---------------------------------------------------------------------------

    def go(self, key: str) -> None:
        """Take the nearest piece in a direction in hand."""
        lay = self._lay
        if lay is None or not lay.placements:
            return
        own = lay.placement_or_none(self._view.chosen)
        if own is None:
            order = self._view.order()
            if order:  # what is shown may be the lay of a moment ago
                self._view.choose(order[0])
            return
        x, y = middle(lay, own)
        way = WAYS_ON[key]
        best: tuple[float, str] | None = None
        for other in lay.placements:
            ox, oy = middle(lay, other)
            ahead = (ox - x) * way[0] + (oy - y) * way[1]
            beside = abs((ox - x) * way[1]) + abs((oy - y) * way[0])
            if other.id != own.id and ahead > 1.0 and ahead >= 0.5 * beside:
                best = min(best or (math.inf, ""), (ahead + 2 * beside, other.id))
        if best is not None:
            self._view.choose(best[1])

    def take_all(self) -> None:
        """Take every piece in hand."""
        order = self._view.order()
        if order:
            self._view.take(order[0], order)

    # --- how it lies -----------------------------------------------------------------------------

    def turn(self) -> None:
        """Turn the piece in hand to the next direction that it is allowed."""
        self._stand_otherwise(
            other_turns,
            tr("{name} turned"),
            tr("It may not be turned: grain, print or fold say how it lies."),
        )

    def turn_over(self) -> None:
        """Turn the piece in hand over."""
        self._stand_otherwise(
            other_sides,
            tr("{name} turned over"),
            tr("It may not be turned over: its copies would be of the wrong hand."),
        )

    def to_other_zone(self) -> None:
        """Lay the piece in hand in the next zone, on the next fold or in the next section that can
        hold it."""

        def onward(lay: Lay, id: str) -> tuple[Stance, ...]:
            own = lay.placement(id)
            found = elsewhere(lay, id)
            here = (own.section, own.zone, own.fold)
            return (
                *(s for s in found if s.where > here),
                *(s for s in found if s.where < here),
            )

        self._stand_otherwise(
            onward, tr("{name} elsewhere"), tr("There is no other zone or section that holds it.")
        )

    def _stand_otherwise(
        self, ways: Callable[[Lay, str], tuple[Stance, ...]], words: str, refusal: str
    ) -> None:
        found = self._taken()
        if found is None or not self._may_move():
            return
        lay, own = found
        possible = ways(lay, own.id)
        for stance in possible:
            made = stood_otherwise(lay, own.id, stance)
            if made is not None:
                self._take(put_on(lay, made), words.format(name=self._name(lay)))
                return
        self._say(tr("There is no room for it so.") if possible else refusal)

    def next_place(self) -> None:
        """Show where else the piece in hand fits, and lay it in the next of these places; while it
        is drawn, have it there."""
        if self._view.held is not None:
            self._view.next_place()
            return
        found = self._taken()
        if found is None or not self._may_move():
            return
        lay, own = found
        grip = self._grip(lay, [own.id])
        places = [at for at in grip.places() if math.hypot(*at) > 1.0]
        if not places:
            self._say(tr("It fits nowhere else."))
            return
        shown = tuple((pushed_on(own, at),) for at in places)
        onward = [at for at in places if at[0] > _SAME_MM] or places
        self._take(moved(lay, {own.id: onward[0]}), tr("{name} elsewhere", name=self._name(lay)))
        self._view.guesses = shown
        self._view.viewport().update()

    def swap(self) -> None:
        """Have two pieces in hand change places."""
        lay, taken = self._lay, sorted(self._view.taken)
        if lay is None or len(taken) != 2:
            self._say(tr("Take two pieces in hand first: click one, and the other with Shift."))
            return
        if not self._may_move():
            return
        made = swapped(lay, *taken)
        if made is None:
            self._say(tr("They do not fit into each other's places."))
            return
        names = [lay.piece(p.piece).name for p in lay.placements if p.id in taken]
        self._take(made, tr("{one} and {other} swapped", one=names[0], other=names[1]))

    def hold(self) -> None:
        """Hold the piece in hand where it lies, or let it go."""
        if self._view.chosen:
            self._session.hold(self._view.chosen)

    # --- the tray --------------------------------------------------------------------------------

    def to_tray(self) -> None:
        """Take what is in hand off the cloth."""
        found = self._taken()
        if found is None or not self._may_move():
            return
        lay, own = found
        self.in_tray = own.piece
        taken = self._view.taken
        self._lay_before |= {p.piece: p for p in lay.placements if p.id in taken}
        words = tr("{name} to the tray", name=self._name(lay))
        self._take(taken_off(lay, self._view.taken), words)

    def from_tray(self) -> None:
        """Lay a copy of a piece of the tray where it first fits, and take it in hand."""
        lay = self._lay
        lacking = {} if lay is None else not_laid(lay)
        if lay is None or not lacking:
            self._say(tr("Nothing is in the tray."))
            return
        id = self.in_tray if self.in_tray in lacking else next(iter(lacking))
        made = first_place(lay, id, self._lay_before.get(id))
        name = lay.piece(id).name
        if made is None:
            self._say(tr("{name} fits nowhere on this cloth as it is folded.", name=name))
            return
        self._take(put_on(lay, made), tr("{name} from the tray", name=name))
        self._view.choose(made.id)

    def clear(self) -> None:
        """Take everything that is not held off the cloth."""
        lay = self._lay
        if lay is None or not lay.placements:
            return
        loose = {p.id for p in lay.placements} - self._session.held
        self._take(taken_off(lay, loose), tr("Everything to the tray"))

    # --- together ------------------------------------------------------------------------------

    def fill_in(self) -> None:
        """Have the pieces of the tray laid between those that lie."""
        lay = self._lay
        if lay is None or not not_laid(lay):
            self._say(tr("Nothing is in the tray."))
            return
        self._session.go_on(Work.FILL)

    def push_together(self) -> None:
        """Close the gaps of the lay without changing the order."""
        if self._lay is not None and self._lay.placements:
            self._session.go_on(Work.PUSH)

    def compare(self) -> None:
        """Two lays of this cloth side by side, and take one."""
        session, lay, cloth = self._session, self._lay, self._session.cloth
        if lay is None or cloth is None:
            return
        lays = [(tr("On the cloth"), lay)]
        offered = session.offered
        if offered is not None:
            lays.append((tr("Found by the search"), offered))
        lays += [(name, own) for name, own in session.kept_lays.items() if own != lay]
        lays += [
            (own.way.name, own)
            for own in sorted(session.lays.values(), key=rank)
            if own is not lay and own is not offered
        ]
        if len(lays) < 2:
            self._say(tr("There is no other lay of this cloth yet: keep one, or look for one."))
            return
        dialog = CompareDialog(
            lays, session.job.unit, session.rates, session.need_of, self._view.window()
        )
        dialog.taken.connect(self._take_compared)
        dialog.open()

    def _take_compared(self, lay: Lay) -> None:
        if lay is not self._lay:
            self._session.take_lay(lay, tr("Lay taken: {name}", name=lay.way.name))

    # --- by mouse --------------------------------------------------------------------------------

    def _pushed(self, shifts: dict[str, Shift]) -> None:
        lay = self._lay
        if lay is None or not self._may_move():
            self._view.viewport().update()
            return
        self._take(moved(lay, shifts), tr("{name} moved", name=self._name(lay)))

    def _put(self, placement: Placement) -> None:
        lay = self._lay
        if lay is None:
            return
        name = lay.piece(placement.piece).name
        fresh = lay.placement_or_none(placement.id) is None
        words = (
            tr("{name} from the tray", name=name) if fresh else tr("{name} elsewhere", name=name)
        )
        self._take(put_on(lay, placement), words)
        self._view.choose(placement.id)

    def _drawn(self, line: Line, at_mm: float) -> None:
        """The fold to another depth, or the end of the cloth to another place."""
        lay = self._lay
        if lay is None:
            return
        length = shown_length(at_mm, self._session.job.unit)
        if line.kind == "end":
            short = cut_short(lay, at_mm)
            if short.placements != lay.placements:
                self._take(short, tr("What fits on {length}", length=length))
            return
        section = lay.spread.sections[line.section]
        depths = list(section.depths_mm)
        depths[line.which] = at_mm if line.which == 0 else high_of(section) - at_mm
        made = folded_to(lay, line.section, tuple(depths))
        if made is None:
            self._say(tr("The cloth cannot be folded so deep."))
            return
        self._take(made, tr("Fold {length} deep", length=length))


def _add(menu: QMenu, words: str, keys: str, act: Callable[[], object]) -> None:
    action = QAction(f"{words}\t{keys}", menu)
    action.setToolTip(words)
    action.triggered.connect(lambda *_: act())
    menu.addAction(action)


def _next_step(grip: Grip, way: Point, step_mm: float) -> Shift | None:
    """A push of a step one way: on a fold only along it, in the print's steps where it binds; None
    where neither lets it go that way."""
    to = grip.bound((way[0] * step_mm, way[1] * step_mm))
    if math.hypot(*to) < _SAME_MM:
        return None
    if grip.steps.free:
        return to
    ahead = [
        at
        for at in grip.steps.near(to, 3)
        if (at[0] * way[0] + at[1] * way[1]) > _SAME_MM
        and abs(at[0] * way[1]) + abs(at[1] * way[0]) < _SAME_MM
    ]
    ahead.sort(key=lambda at: math.hypot(*at))
    return next((at for at in ahead if grip.clear(at)), None)


def _keeps_to_print(grip: Grip, to: Shift) -> bool:
    return grip.steps.free or any(math.dist(at, to) < _SAME_MM for at in grip.steps.near(to, 1))
