"""Measured distributions: LM-63 in three editions and EULUMDAT, read, written, and refused line by line."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from wenlo.core.errors import UnsupportedFile
from wenlo.core.optics.lamp import Emitter
from wenlo.core.photometry.distribution import Distribution
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import Effort, solve
from wenlo.formats.eulumdat import read_ldt, write_ldt
from wenlo.formats.photometry import Photometry, read_ies, write_ies

HEADS = ("IESNA:LM-63-1995", "IESNA:LM-63-2002", "IES:LM-63-2019")
GAMMA = np.arange(0, 91, 5.0)


def ies(head=HEADS[1], planes=(0.0,), rows=None, lumens="-1", kind=1, unit=2, angles=GAMMA, extra="", tilt="TILT=NONE"):
    rows = [1000 * np.cos(np.radians(angles))] * len(planes) if rows is None else rows
    lines = [
        head,
        "[TEST] attic",
        "[LAMP] bench lamp",
        "[MORE] with a dish",
        extra,
        tilt,
        f"1 {lumens} 1 {len(angles)} {len(planes)} {kind} {unit} 0.1 0.2 0",
        "1 1 60",
        " ".join(map(str, angles)),
        " ".join(map(str, planes)),
    ]
    lines += [" ".join(f"{v:.4f}" for v in row) for row in rows]
    return "\r\n".join(line for line in lines if line)


@pytest.mark.parametrize("head", HEADS)
def test_lambertian_lamp_has_pi_times_its_intensity(head):
    lamp = read_ies(ies(head))
    assert lamp.edition in head
    # Φ = π I₀; linear between 5° steps takes .1 % off
    assert lamp.distribution.lumens == pytest.approx(1000 * math.pi, rel=2e-3)
    assert lamp.distribution.absolute
    assert lamp.keywords["LAMP"] == "bench lamp with a dish"
    assert lamp.distribution.size == pytest.approx((0.2, 0.1, 0.0))
    assert lamp.distribution.watts == 60


def test_relative_file_and_feet():
    lamp = read_ies(ies(lumens="5000", unit=1))
    assert not lamp.distribution.absolute
    assert lamp.lumens == 5000
    assert lamp.distribution.lumens == pytest.approx(1000 * math.pi / 5, rel=2e-3)
    assert lamp.distribution.size[0] == pytest.approx(0.2 * 0.3048)


def test_tilt_included_is_read_past():
    text = ies(tilt="TILT=INCLUDE\r\n1\r\n3\r\n0 45 90\r\n1 0.9 0.8")
    assert read_ies(text).distribution.lumens == pytest.approx(1000 * math.pi, rel=2e-3)


@pytest.mark.parametrize("last", [90.0, 180.0, 360.0])
def test_symmetries_unfold(last):
    planes = np.arange(0, last + 1, 30.0)

    def at(c):
        return 1000 + 400 * np.cos(np.radians(2 * c))

    rows = [at(c) * np.cos(np.radians(GAMMA)) for c in planes]
    d = read_ies(ies(planes=planes, rows=rows)).distribution
    table = d.table(12, 18)
    assert table[:, 0] == pytest.approx(at(np.arange(0, 361, 30.0)), rel=1e-6)


def test_half_from_90_to_270_unfolds():
    planes = np.arange(90, 271, 30.0)
    rows = [(1000 + c) * np.cos(np.radians(GAMMA)) for c in planes]
    table = read_ies(ies(planes=planes, rows=rows)).distribution.table(12, 18)[:, 0]
    # I(C) = I(180 − C)
    assert table[0] == pytest.approx(1180)
    assert table[1] == pytest.approx(1150)
    assert table[11] == pytest.approx(1210)
    assert table[12] == pytest.approx(table[0])


@pytest.mark.parametrize("kind", [2, 3])
def test_photometry_about_other_axes(kind):
    # A beam cos⁴ of both its angles about the axis, measured type A or B: the middle and the half way are the same.
    angles, planes = np.arange(-90, 91, 5.0), np.arange(-90, 91, 5.0)
    rows = [1000 * np.cos(np.radians(p)) ** 4 * np.cos(np.radians(angles)) ** 4 for p in planes]
    d = read_ies(ies(planes=planes, rows=rows, kind=kind, angles=angles)).distribution
    table = d.table(4, 180)
    assert table[0, 0] == pytest.approx(1000)
    assert table[0, 30] == pytest.approx(1000 * math.cos(math.radians(30)) ** 4, rel=0.01)
    assert table[1, 30] == pytest.approx(table[0, 30], rel=0.01)
    assert table[0, 120] == 0.0


@pytest.mark.parametrize(
    ("old", "new", "line", "told"),
    [
        ("IESNA:LM-63-2002", "HELLO", 1, "is not an edition"),
        ("[TEST] attic", "what is this", 2, "keyword in brackets"),
        ("TILT=NONE", "TILT=other.txt", 5, "NONE or INCLUDE"),
        ("1 -1 1 19 1 1 2 0.1 0.2 0", "1 -1 1 19 1 1 2 0.1 0.2 x", 6, "should be numbers, not “x”"),
        ("1 -1 1 19 1 1 2 0.1 0.2 0", "1 -1 1 19 1 7 2 0.1 0.2 0", 6, "photometric type"),
        ("1 -1 1 19 1 1 2 0.1 0.2 0", "1 -1 0 19 1 1 2 0.1 0.2 0", 6, "must be more than 0"),
        ("1 -1 1 19 1 1 2 0.1 0.2 0", "1 -1 1 20 1 1 2 0.1 0.2 0", 9, "must rise; 0 follows 90"),
        ("10.0 15.0", "15.0 10.0", 8, "must rise"),
        ("866.0254", "-5", 10, "must not be negative"),
        ("866.0254", "nan", 10, "must be finite"),
    ],
)
def test_bad_lines_are_numbered(old, new, line, told):
    with pytest.raises(UnsupportedFile) as caught:
        read_ies(ies().replace(old, new))
    assert told in caught.value.message
    assert caught.value.message.startswith(f"line {line}:")


def test_a_cut_off_file_says_what_is_missing():
    text = ies()
    for lines in range(1, text.count("\n") + 1):
        with pytest.raises(UnsupportedFile, match=r"line \d+"):
            read_ies("\n".join(text.splitlines()[:lines]))


@settings(max_examples=60, deadline=None)
@given(st.text(max_size=200))
def test_rubbish_is_refused_in_words(text):
    for reader in (read_ies, read_ldt):
        with pytest.raises(UnsupportedFile):
            reader(text)
        with pytest.raises(UnsupportedFile):
            reader("IESNA:LM-63-2002\nTILT=NONE\n" + text)


def some_lamp(absolute=True):
    planes, angles = np.radians(np.arange(0, 361, 30.0)), np.radians(np.arange(0, 181, 5.0))
    rows = np.array([(800 + 100 * math.sin(c) + 50 * math.cos(2 * c)) * (1.05 + np.cos(angles)) for c in planes])
    d = Distribution(planes=planes, angles=angles, intensity=rows, absolute=absolute, size=(0.3, 0.2, 0.05), watts=80)
    return Photometry(distribution=d, edition="made", lumens=None if absolute else 4000.0)


@pytest.mark.parametrize("absolute", [True, False])
@pytest.mark.parametrize(("write", "reader"), [(write_ies, read_ies), (write_ldt, read_ldt)])
def test_round_trip(write, reader, absolute):
    before = some_lamp(absolute)
    after = reader(write(before))
    assert after.lumens == before.lumens
    assert after.distribution.absolute == absolute
    assert after.distribution.size == pytest.approx(before.distribution.size)
    assert after.distribution.watts == 80
    assert after.distribution.intensity == pytest.approx(before.distribution.intensity, rel=1e-5)
    assert after.distribution.lumens == pytest.approx(before.distribution.lumens, rel=1e-5)


def ldt(symmetry, planes=8, count=19, rows=None):
    angles = np.linspace(0, 90, count)
    held = {0: planes, 1: 1, 2: planes // 2 + 1, 3: planes // 2 + 1, 4: planes // 4 + 1}[symmetry]
    start = 3 * planes // 4 if symmetry == 3 else 0
    turn = [(start + i) % planes * 360 / planes for i in range(held)]
    rows = [[(100 + c / 10) * math.cos(math.radians(a)) for a in angles] for c in turn] if rows is None else rows
    lines = [
        "bench",
        1,
        symmetry,
        planes,
        360 / planes,
        count,
        5,
        "",
        "lamp",
        "",
        "",
        "",
        200,
        100,
        50,
        180,
        90,
        0,
        0,
        0,
        0,
        100,
        80,
        1,
        0,
        1,
        1,
        "chip",
        4000,
        "3000 K",
        "1A",
        "60,5",
        *[0] * 10,
        *[360 / planes * i for i in range(planes)],
        *angles,
        *[v for row in rows for v in row],
    ]
    return "\r\n".join(str(line) for line in lines)


@pytest.mark.parametrize("symmetry", [0, 1, 2, 3, 4])
def test_eulumdat_symmetries(symmetry):
    lamp = read_ldt(ldt(symmetry))
    table = lamp.distribution.table(8, 36)[:, 0]
    turns = np.arange(0, 361, 45.0)
    expected = {
        0: 100 + (turns % 360) / 10,
        1: np.full(9, 100.0),
        2: 100 + np.minimum(turns, 360 - turns) / 10,
        3: 100 + np.where((turns > 90) & (turns < 270), (180 - turns) % 360, turns % 360) / 10,
        4: 100 + np.minimum(np.minimum(turns, 360 - turns), 180 - np.minimum(turns, 360 - turns)) / 10,
    }[symmetry]
    assert table == pytest.approx(expected)
    assert lamp.lumens == 4000
    assert lamp.distribution.watts == 60.5
    assert lamp.distribution.size == pytest.approx((0.18, 0.09, 0.0))


@pytest.mark.parametrize(
    ("line", "value", "told"),
    [
        (3, "9", "symmetry"),
        (4, "many", "C planes"),
        (6, "1", "angles in a plane"),
        (24, "0", "factor"),
        (29, "0", "lumens"),
        (43, "45", "rise"),
    ],
)
def test_bad_eulumdat_lines(line, value, told):
    rows = ldt(0).split("\r\n")
    rows[line - 1] = value
    with pytest.raises(UnsupportedFile) as caught:
        read_ldt("\n".join(rows))
    assert told in caught.value.message
    assert "line" in caught.value.message


def test_a_measured_lamp_lights_a_meter():
    # I/d² along two directions of an uneven table, the lamp scaled to its lumens
    lamp = some_lamp()
    emitter = Emitter(
        id="lamp",
        shape="rectangle",
        centre=np.zeros(3),
        edge_u=np.array([0.02, 0, 0]),
        edge_v=np.array([0, 0.02, 0]),
        amount=lamp.distribution.lumens,
        beam=1.0,
        colour=np.ones(3),
        law="measured",
        distribution=lamp.distribution,
    )
    effort = Effort(error=0.002)
    for c in (0.0, 90.0, 210.0):
        w = np.array(
            [math.sin(0.7) * math.cos(math.radians(c)), math.sin(0.7) * math.sin(math.radians(c)), math.cos(0.7)]
        )
        got = read(solve(LightScene(panels=(), lamps=(emitter,)), effort), [Meter(id="m", position=2 * w, normal=-w)])[
            "m"
        ]
        k = math.radians(c)
        expected = (800 + 100 * math.sin(k) + 50 * math.cos(2 * k)) * (1.05 + math.cos(0.7)) / 4
        assert got.total[1] == pytest.approx(expected, rel=0.01)
    assert lamp.distribution.near_field(1.0)
    assert not lamp.distribution.near_field(2.0)
