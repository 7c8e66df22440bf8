"""All that other processes are asked to do, each with its own function's arguments and answer."""

from wenlo.services.assembly_results import assembly_drawn, pictures_drawn, views_drawn
from wenlo.services.bench_tasks import bench, outline_file, traced
from wenlo.services.build_changes import adapt, changes, cut_together
from wenlo.services.build_papers import paper_file
from wenlo.services.build_results import build, measured
from wenlo.services.compute import advice, light_map, picture
from wenlo.services.failures import failure_learned
from wenlo.services.figure_results import figures
from wenlo.services.flag_results import flags
from wenlo.services.kind_results import curve, held_against, material_row, ranking
from wenlo.services.mirror_results import mirror
from wenlo.services.photograph_results import kept_photograph, measured_photograph, predicted_frame
from wenlo.services.place_results import balance, flow, place, role, second_start
from wenlo.services.practice_results import exercise_made, exercise_picture, exercise_scored
from wenlo.services.proof_results import fit_readings, next_setting, predicted
from wenlo.services.results import CurveResult, FlagsResult, RankedResult, RankingResult, RowResult
from wenlo.services.rig_results import rig, rig_sheet
from wenlo.services.set_files import set_file
from wenlo.services.set_view_results import set_view
from wenlo.services.shelf_results import AtHandLine, AtHandResult
from wenlo.services.shelf_tasks import becomes, made_of_found, made_of_shelf
from wenlo.services.wishes_results import wishes_of
from wenlo.services.work import Arguments, FileResult, LongTask, Task, always


def not_while_dragging(arguments: Arguments) -> bool:
    """A draft is done to its end: while dragging every one is shown."""
    return arguments.get("effort") == "fine"


FIGURES = Task(figures, "quick", stops=not_while_dragging, gives_way=True)
BUILD = Task(build, "quick")
ASSEMBLY = Task(assembly_drawn, "quick")
STEP_PICTURES = Task(pictures_drawn, "quick")
VIEWS = Task(views_drawn, "quick")
MIRROR = Task(mirror, "quick")
BASELINE = Task(held_against, "quick")
MEASURED = Task(measured, "quick")
ADAPT = Task(adapt, "quick")
RIG = Task(rig, "quick")
BENCH = Task(bench, "quick")
EXERCISE = Task(exercise_made, "quick")
FAILURE_LEARNED = Task(failure_learned, "quick")

ADVICE = Task(advice, "slow")
LIGHT_MAP = Task(light_map, "slow", stops=always)
SET_VIEW = Task(set_view, "slow", stops=always)
BECOMES = Task(becomes, "slow")
MADE_OF = Task(made_of_found, "quick")
PLACE = Task(place, "slow")
FLOW = Task(flow, "slow")
ROLE = Task(role, "slow")
BALANCE = Task(balance, "slow")
SET_FILE = Task(set_file, "slow")
SECOND_START = Task(second_start, "slow")
CHANGES = Task(changes, "slow")
CUT_TOGETHER = Task(cut_together, "slow")
PREDICTED = Task(predicted, "slow")
NEXT_SETTING = Task(next_setting, "slow")
FIT_READINGS = Task(fit_readings, "slow")
MEASURED_PHOTOGRAPH = Task(measured_photograph, "slow")
KEPT_PHOTOGRAPH = Task(kept_photograph, "slow")
WISHES_READ = Task(wishes_of, "slow")
TRACED = Task(traced, "slow")
OUTLINE_FILE = Task(outline_file, "slow")
EXERCISE_SCORED = Task(exercise_scored, "slow")

PICTURE = Task(picture, "picture", stops=always)
EXERCISE_PICTURE = Task(exercise_picture, "picture")
PREDICTED_FRAME = Task(predicted_frame, "picture")

# what takes a moment goes before what takes seconds
PAPER = LongTask("paper", paper_file, FileResult, priority=10, shown=False)
RIG_SHEET = LongTask("rig_sheet", rig_sheet, FileResult, priority=10, shown=False)
CURVE = LongTask("curve", curve, CurveResult, priority=5)
MATERIAL_ROW = LongTask("material_row", material_row, RowResult, priority=5)
FLAGS = LongTask("flags", flags, FlagsResult, priority=5)
RANKING = LongTask("ranking", ranking, RankingResult, part=RankedResult, shares=True)
AT_HAND = LongTask("at_hand", made_of_shelf, AtHandResult, part=AtHandLine, shares=True)

LONG_TASKS = {task.name: task for task in (PAPER, RIG_SHEET, CURVE, MATERIAL_ROW, FLAGS, RANKING, AT_HAND)}
"""What a worker may find in the queue, by name."""
