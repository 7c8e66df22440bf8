"""Conservation, assembled sizes and cut plans over every structure and a grid of sizes."""

import itertools
import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from factories import make_shoot
from wenlo.core.catalog.bars import StockLength, bars_of
from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.typical import sheet_materials
from wenlo.core.errors import Impossible
from wenlo.core.fabrication.cutplan import HeldBar, cut_counts, plan_cuts, waste_of
from wenlo.core.fabrication.parts import Piece
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.registry import kind_of
from wenlo.messages.steps import step_words

TENTH_OF_A_MILLIMETRE = 1e-4

TIMBERS = ("softwood_18_44", "softwood_21_45", "softwood_1x3_in", "softwood_2x3_in")

STRUCTURES = [
    *[
        {"structure": "pipe", "material": m, "glued": g}
        for m in (bar.id for bar in bars_of("pipe"))
        for g in (False, True)
    ],
    *[{"structure": "tube", "material": m} for m in (bar.id for bar in bars_of("tube"))],
    *[
        {"structure": "timber", "material": bar.id, "timber_joint": j}
        for bar in bars_of("timber")
        if bar.id in TIMBERS
        for j in ("butt", "half_lap", "mitre", "pocket_screw")
    ],
]
SIZES = [(0.4, 0.5, 0.8), (0.9, 0.6, 1.6), (1.2, 1.2, 1.95), (1.83, 1.22, 2.2), (2.4, 2.0, 2.35), (3.7, 2.9, 3.3)]


def built(*, width=1.2, height=1.2, top_height=1.95, carrying=1.5, **design):
    changes = {
        f"design__{k}": v for k, v in {"width": width, "height": height, "top_height": top_height, **design}.items()
    }
    shoot = make_shoot(brief__carrying_length=carrying, **changes)
    plan = kind_of(shoot.design).build(shoot.design, shoot.brief)
    return shoot, plan, work_out(plan)


@pytest.mark.parametrize("structure", STRUCTURES, ids=lambda s: "-".join(str(v) for v in s.values()))
@pytest.mark.parametrize("carrying", [0.8, 1.5, 6.0])
def test_every_structure_over_a_grid_of_sizes(structure, carrying):
    longest_bar = max(row["length"] for row in stock()[structure["structure"]][structure["material"]]["stock"])
    for (width, height, top), saw, layers in itertools.product(SIZES, ("mitre_saw", "pipe_cutter"), (1, 2)):
        if carrying > longest_bar and max(width, top) > longest_bar:
            continue
        _, plan, worked = built(
            width=width,
            height=height,
            top_height=top,
            carrying=carrying,
            saw=saw,
            layers=layers,
            layer_gap=0.12 if layers > 1 else 0.0,
            **structure,
        )
        cuts = worked.cuts
        # pieces + kerf + offcuts = stock, bar by bar and in all
        for bar in cuts.bars:
            assert sum(p.cut for p in bar.pieces) + bar.kerf + bar.offcut == pytest.approx(bar.stock, abs=1e-9)
            assert bar.offcut >= -1e-9
        assert cuts.used + cuts.kerf + cuts.offcuts == pytest.approx(cuts.bought, abs=1e-9)
        # every piece is cut once and only once, none longer than can be carried
        assert cut_counts(cuts) == dict.fromkeys((p.label for p in plan.pieces), 1)
        assert max(p.cut for p in plan.pieces) <= carrying + 1e-9
        # what is assembled measures what was wanted
        assert plan.runs
        for run in plan.runs:
            assert abs(run.assembled(plan.pieces) - run.wanted) <= TENTH_OF_A_MILLIMETRE, run.name
        # no worse than the lower bound by more than one stock length
        assert cuts.bought - cuts.lower_bound <= max(b.stock for b in cuts.bars) + 1e-9


def test_pipe_cut_by_hand():
    # 1 in pipe, glued: 1.2 m outside − 33.4 mm outside diameter − 2 × 17.5 mm take-off = 1131.6 mm.
    _, plan, _ = built(glued=True)
    assert next(p.cut for p in plan.pieces if p.name == "rail") == pytest.approx(1.1316)
    # dry, half of the 22.2 mm socket goes in: 11.1 mm less at each end.
    _, plan, _ = built(glued=False)
    assert next(p.cut for p in plan.pieces if p.name == "rail") == pytest.approx(1.1316 - 0.0222)


def test_tube_and_timber_cut_by_hand():
    _, plan, _ = built(structure="tube", material="aluminium_25_mm")
    assert next(p.cut for p in plan.pieces if p.name == "rail") == pytest.approx(1.15)
    _, plan, _ = built(structure="timber", material="softwood_18_44", carrying=2.0)
    assert next(p.cut for p in plan.pieces if p.name == "rail") == pytest.approx(1.2 - 2 * 0.044)
    assert next(p.cut for p in plan.pieces if p.name == "upright") == pytest.approx(1.95)


def test_coupling_allowance_by_hand():
    # A glued 1 in rail 1.1316 m long in two parts loses the 3 mm stop of the coupling.
    _, plan, _ = built(glued=True, carrying=0.9)
    rail = [p for p in plan.pieces if p.name == "rail"]
    assert len(rail) == 4
    assert rail[0].cut == pytest.approx((1.1316 - 0.003) / 2)
    assert next(f.count for f in plan.fittings if f.id == "pipe_coupling") >= 2


def test_frame_without_room_for_legs_names_the_field():
    shoot = make_shoot(design__top_height=1.295, design__structure="tube", design__material="aluminium_25_mm")
    with pytest.raises(Impossible) as caught:
        kind_of(shoot.design).build(shoot.design, shoot.brief)
    assert caught.value.fields[0].path == "design.top_height"


def test_cloth_has_wrap_hem_and_strips():
    _, plan, _ = built()
    sheet = plan.cloth[0]
    # half round the 33.4 mm pipe 52.5 mm + overlap 40 mm + hem 20 mm on each edge
    assert sheet.cut[0] == pytest.approx(1.2 + 2 * (math.pi * 0.0334 / 2 + 0.06))
    assert sheet.strips == 1
    _, plan, _ = built(width=2.4, height=2.0, top_height=2.3, carrying=1.5)
    wide = plan.cloth[0]
    assert wide.strips * wide.strip_width == pytest.approx(min(wide.cut) + 2 * 0.015 * (wide.strips - 1), abs=1e-9) or (
        wide.strips * wide.strip_width == pytest.approx(max(wide.cut) + 2 * 0.015 * (wide.strips - 1), abs=1e-9)
    )
    assert wide.strip_width <= sheet_materials()["cotton_bed_linen_white"].width


def test_stiff_sheet_larger_than_its_board_is_refused():
    shoot = make_shoot(design__sheet="opal_acrylic_3_mm")
    with pytest.raises(Impossible, match="boards of"):
        kind_of(shoot.design).build(shoot.design, shoot.brief)


def pieces_of(lengths):
    return [Piece(label=f"P{i}", name="piece", cut=length, reason="") for i, length in enumerate(lengths)]


def test_known_optimum():
    # 3 × (1.5 + 1.0 + 0.5) fills three 3 m bars to the last millimetre without kerf.
    plan = plan_cuts(pieces_of([1.5, 1.0, 0.5] * 3), [StockLength(length=3.0, price=5)], kerf=0.0)
    assert len(plan.bars) == 3
    assert plan.offcuts == pytest.approx(0.0, abs=1e-9)


def test_kerf_can_cost_a_bar():
    stock_length = [StockLength(length=3.0, price=5)]
    assert len(plan_cuts(pieces_of([1.0] * 3), stock_length, kerf=0.0).bars) == 1
    assert len(plan_cuts(pieces_of([1.0] * 3), stock_length, kerf=0.002).bars) == 2


def test_short_stock_is_used_where_it_is_enough():
    plan = plan_cuts(
        pieces_of([0.9]), [StockLength(length=1.0, price=6), StockLength(length=2.5, price=14)], kerf=0.002
    )
    assert [bar.stock for bar in plan.bars] == [1.0]


def test_rest_thinner_than_the_saw_turns_to_dust():
    assert waste_of(1.0, [0.999], 0.0025) == pytest.approx((0.001, 0.0))
    assert waste_of(1.0, [1.0], 0.0025) == pytest.approx((0.0, 0.0))


def brute_force_bars(lengths, stock_length, kerf):
    # Fewest bars over all assignments, for few pieces.
    best = len(lengths)

    def place(index, bars):
        nonlocal best
        if len(bars) >= best:
            return
        if index == len(lengths):
            best = len(bars)
            return
        need = lengths[index] + kerf
        for i, room in enumerate(bars):
            if need <= room + 1e-9:
                place(index + 1, [*bars[:i], room - need, *bars[i + 1 :]])
        place(index + 1, [*bars, stock_length + kerf - need])

    place(0, [])
    return best


@settings(max_examples=40, deadline=None)
@given(st.lists(st.integers(5, 29), min_size=1, max_size=7), st.sampled_from([0.0, 0.0025]))
def test_never_more_bars_than_trying_everything(tenths, kerf):
    lengths = [t / 10 for t in tenths]
    plan = plan_cuts(pieces_of(lengths), [StockLength(length=3.0, price=5)], kerf=kerf)
    assert len(plan.bars) == brute_force_bars(lengths, 3.0, kerf)


def test_piece_longer_than_any_bar_says_what_to_do():
    with pytest.raises(Impossible, match="shorter carrying length"):
        plan_cuts(pieces_of([3.2]), [StockLength(length=3.0, price=5)], kerf=0.0)


def test_shopping_adds_up_and_steps_carry_numbers():
    _, plan, worked = built(structure="tube", material="aluminium_20_mm", layers=3, layer_gap=0.15)
    assert worked.total == pytest.approx(sum(line.price for line in worked.shopping))
    assert len(plan.cloth) == 3
    assert any("1.697" in step_words(step).check for step in plan.steps)
    assert all(step.minutes > 0 for step in plan.steps)
    bars = plan.stock.mass_per_metre * worked.cuts.used
    assert worked.mass > bars + sum(c.mass for c in plan.cloth)


def test_bars_that_are_there_are_used_first_and_only_as_often_as_they_are_there():
    pieces = [Piece(label=f"A{k}", name="rail", cut=0.9, reason="") for k in range(5)]
    stock_lengths = [StockLength(length=2.4, price=3.6)]
    plain = plan_cuts(pieces, stock_lengths, kerf=0.001)
    helped = plan_cuts(
        pieces,
        stock_lengths,
        kerf=0.001,
        own=[HeldBar(length=1.0, count=1), HeldBar(length=0.95, count=2), HeldBar(length=0.5, count=9)],
    )
    own = [bar for bar in helped.bars if bar.own]
    assert sorted(bar.stock for bar in own) == [0.95, 0.95, 1.0]
    assert all(bar.price == 0.0 for bar in own)
    assert plain.bought == pytest.approx(7.2)
    assert helped.bought == pytest.approx(2.4)
    assert helped.lower_bound <= helped.bought
    assert helped.used + helped.kerf + helped.offcuts == pytest.approx(helped.bought + helped.own)
    assert cut_counts(helped) == dict.fromkeys((p.label for p in pieces), 1)
    # a long piece that no bar sold is long enough for may still be cut from one's own
    long_one = [Piece(label="B1", name="post", cut=2.6, reason="")]
    assert plan_cuts(long_one, stock_lengths, kerf=0.001, own=[HeldBar(length=2.7, count=1)]).bought == 0.0


@settings(max_examples=40, deadline=None)
@given(
    st.lists(st.floats(0.1, 2.0), min_size=1, max_size=8),
    st.lists(st.tuples(st.floats(0.2, 2.4), st.integers(1, 2)), max_size=4),
)
def test_own_bars_never_cost_more_and_nothing_is_lost(lengths, own):
    pieces = [Piece(label=f"P{k}", name="x", cut=round(x, 3), reason="") for k, x in enumerate(lengths)]
    stock_lengths = [StockLength(length=2.4, price=3.6)]
    plain = plan_cuts(pieces, stock_lengths, kerf=0.002)
    helped = plan_cuts(pieces, stock_lengths, kerf=0.002, own=[HeldBar(length=round(a, 3), count=n) for a, n in own])
    assert helped.bought <= plain.bought + 1e-9
    assert helped.used + helped.kerf + helped.offcuts == pytest.approx(helped.bought + helped.own, abs=1e-9)
    assert cut_counts(helped) == dict.fromkeys((p.label for p in pieces), 1)
