#!/usr/bin/python3
"""Writes internal/formats/fonts/*.ttf: the page's own fonts as printed sheets need them.

The page's fonts come in parts and with axes; a sheet takes one file a face. Each face here
is the part for Latin and the one for more of it, at one weight, and from Go's own fonts
whatever signs the page's have not (Greek, Cyrillic, boxes, arrows). The sign of a diameter,
which no font here has, is drawn as the letter that it looks like.

Only needed when a font is changed; the files are kept. Needs python3-fonttools and
python3-brotli (Debian), `make ui/node_modules/.installed` and the Go module cache.
"""
import pathlib
import subprocess
import tempfile

from fontTools.merge import Merger
from fontTools.subset import Options, Subsetter
from fontTools.ttLib import TTFont
from fontTools.ttLib.scaleUpem import scale_upem
from fontTools.varLib.instancer import instantiateVariableFont

root = pathlib.Path(__file__).resolve().parent.parent
parts = root / "ui/node_modules/@fontsource-variable"
go = pathlib.Path(
    subprocess.check_output(["go", "list", "-m", "-f", "{{.Dir}}", "golang.org/x/image"], cwd=root, text=True).strip()
) / "font/gofont/ttfs"
out = root / "internal/formats/fonts"
DIAMETER, O_SLASH = 0x2300, 0xD8


def bare(font):
    """Outlines and what a reader needs, nothing else: sheets set no features."""
    for table in ["GSUB", "GPOS", "GDEF", "STAT", "DSIG", "meta", "fpgm", "prep", "cvt ", "hdmx", "VDMX", "LTSH", "gasp", "kern"]:
        if table in font:
            del font[table]
    return font


def only(font, points):
    options = Options(drop_tables=[], hinting=False, layout_features=[], notdef_outline=True, name_IDs=["*"])
    s = Subsetter(options)
    s.populate(unicodes=points)
    s.subset(font)
    return font


def face(name, files, axes, rest):
    kept, seen = [], set()
    with tempfile.TemporaryDirectory() as tmp:
        for i, f in enumerate(files):
            font = TTFont(f)
            font.flavor = None
            if "fvar" in font:
                # Axes that the file has and that were not asked for stand at their default.
                at = {a.axisTag: axes.get(a.axisTag, a.defaultValue) for a in font["fvar"].axes}
                font = instantiateVariableFont(font, at)
            bare(font)
            points = set(font.getBestCmap()) - seen
            if f == rest:
                points = {p for p in points if p >= 0x20}
            seen |= points
            font = only(font, points)
            scale_upem(font, 1000)
            kept.append(f"{tmp}/{i}.ttf")
            font.save(kept[-1])
        merged = Merger().merge(kept)
    for table in merged["cmap"].tables:
        if table.isUnicode() and O_SLASH in table.cmap:
            table.cmap[DIAMETER] = table.cmap[O_SLASH]
    merged["head"].modified = merged["head"].created = 0
    merged.save(out / f"{name}.ttf")
    print(name, len(merged.getBestCmap()), "signs,", (out / f"{name}.ttf").stat().st_size, "bytes")


figtree = [parts / f"figtree/files/figtree-{p}-wght-normal.woff2" for p in ("latin", "latin-ext")]
fraunces = [parts / f"fraunces/files/fraunces-{p}-wght-normal.woff2" for p in ("latin", "latin-ext")]
regular, bold = go / "Go-Regular.ttf", go / "Go-Bold.ttf"
face("text", [*figtree, regular], {"wght": 400}, regular)
face("text-bold", [*figtree, bold], {"wght": 650}, bold)
face("head", [*fraunces, bold], {"wght": 600}, bold)
for family in ("figtree", "fraunces"):
    (out / f"LICENSE-{family}.txt").write_text((parts / family / "LICENSE").read_text())
(out / "LICENSE-go.txt").write_text((go.parent.parent.parent / "LICENSE").read_text())
