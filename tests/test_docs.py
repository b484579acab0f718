"""The documents: every link leads somewhere, every page can be found, nothing is cited that is not
here."""

import re
from pathlib import Path

import pytest

from wickel.wording import template

ROOT = Path(__file__).parent.parent
PAGES = sorted((ROOT / "docs").rglob("*.md")) + sorted(ROOT.glob("*.md"))
GUIDE = ROOT / "docs" / "guide"
LINK = re.compile(r"!?\[[^\]]*\]\(([^)\s]+)\)")


@pytest.mark.parametrize("page", PAGES, ids=lambda page: page.relative_to(ROOT).as_posix())
def test_every_link_leads_somewhere(page):
    links = [link for link in LINK.findall(page.read_text()) if "://" not in link]
    dead = [link for link in links if not (page.parent / link.partition("#")[0]).exists()]
    assert dead == []


def test_every_page_of_the_guide_is_in_its_index_and_every_drawing_in_a_page():
    listed = set(LINK.findall((GUIDE / "index.md").read_text()))
    pages = {page.name for page in GUIDE.glob("*.md")} - {"index.md"}
    assert listed == pages
    shown = {link for page in GUIDE.glob("*.md") for link in LINK.findall(page.read_text())}
    assert {drawing.name for drawing in GUIDE.glob("*.svg")} <= shown


def test_every_screenshot_is_shown_in_the_readme_or_the_guide():
    pages = [ROOT / "README.md", *GUIDE.glob("*.md")]
    shown = {Path(link).name for page in pages for link in LINK.findall(page.read_text())}
    assert {picture.name for picture in (ROOT / "docs/screenshots").glob("*.png")} <= shown


def test_nothing_is_cited_that_is_not_in_the_repository():
    cited = re.compile(r"\b(DESIGN|FORMATS|NESTING|CRAFT|FIGURES)\b(\.md)?|\bSTYLE\.md")
    files = [*PAGES, *(ROOT / "src").rglob("*.py"), *(ROOT / "benchmarks").rglob("*.py")]
    assert [file.name for file in files if cited.search(file.read_text())] == []


def test_prose_is_a_hundred_columns_wide_but_for_tables_and_links():
    fenced = re.compile(r"^```.*?^```", re.MULTILINE | re.DOTALL)
    wide = [
        f"{page.relative_to(ROOT)}: {line[:60]}"
        for page in PAGES
        for line in fenced.sub("", page.read_text()).split("\n")
        if len(line) > 100 and not line.lstrip().startswith(("|", "![", "```"))
    ]
    assert wide == []


def test_the_template_for_translators_is_that_of_the_program():
    kept = ROOT / "src/wickel/wording/locale/wickel.pot"
    assert kept.read_text() == template.template(), "run scripts/messages"
    assert "Find a better lay" in kept.read_text()
