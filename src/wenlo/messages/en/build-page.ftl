# Build-page: headings, buttons, hints.

build-page-enough-for-every-look = Enough for every look: { $look }.

build-page-pieces-to-cut = Pieces to cut

build-page-labels = Labels

build-page-piece = Piece

build-page-exactly = Exactly

build-page-cut-to = Cut to

build-page-as-it-was-worked-out = As it was worked out, or in steps that can be marked

build-page-cut-list-csv = Cut list, CSV

build-page-boards-and-cloth-svg = Boards and cloth, SVG

build-page-boards-and-cloth-dxf = Boards and cloth, DXF

build-page-templates-svg = Templates, SVG

build-page-templates-dxf = Templates, DXF

build-page-parts-to-print-3mf = Parts to print, 3MF

build-page-built-thing-gltf = Built thing, glTF

build-page-built-thing-stl = Built thing, STL

build-page-built-thing-3mf = Built thing, 3MF

build-page-project-file = Project file

build-page-paper = Paper

build-page-letter = Letter

build-page-cut-list-pdf = Cut list PDF

build-page-pdf = { $name } PDF

build-page-files = Files

build-page-all-is-cut-keep-what = All is cut: keep what is left on my Shelf

build-page-of-yours-used = , { $used } of yours used

build-page-kept-the-next-plan-uses = { $kept } kept{ $used }; the next plan uses them first.

build-page-this-cannot-be-built-like = This cannot be built like that

build-page-put-it-right-here-in = Put it right here, in Shape or in the Brief; nothing was lost.

build-page-workshop = Workshop

build-page-working-out-the-parts = Working out the parts…

build-page-pieces = Pieces

build-page-all-pieces = All pieces

build-page-holes = Holes

build-page-holes-and-fasteners = Holes and fasteners

build-page-templates = Templates

build-page-templates-at-full-size = Templates at full size

build-page-to-print = To print

build-page-parts-to-print = Parts to print

build-page-cut-plan = Cut plan

build-page-of-yours = , { $own } of yours

build-page-bought-used-left-over = { $bar_name }; { $bought } bought{ $yours }, { $used } used, { $offcuts } left over; { $saw }

build-page-no-bars-in-it = no bars in it

build-page-bars-and-boards = Bars and boards

build-page-kg = { $mass } kg

build-page-without-ballast = without ballast

build-page-to-buy = to buy

build-page-of-work = of work

build-page-longest-piece = longest piece

build-page-steps = Steps

build-page-to-buy-2 = To buy

build-page-change = Change

build-page-measure-back = Measure back

build-page-drag-to-turn-it = Drag to turn it

build-page-square-on = Square on

build-page-in-space-or-with-measures = In space or with measures

build-page-in-space = in space

build-page-measures = measures

build-page-use-it = Use it

build-page-nothing-would-be-better-by = No other material is better by more than a twentieth with the same light.

build-page-another-lamp = Another lamp

build-page-lamp-to-adapt-it-to = Lamp to adapt it to

build-page-choose-a-lamp = choose a lamp

build-page-pieces-and-sheets-stay-made = { $stay } pieces and sheets stay; made anew:

build-page-all-pieces-and-sheets-stay = All pieces and sheets stay.

build-page-none = none

build-page-shoots-to-cut-together-with = Shoots to cut together with this one

build-page-choose-other-shoots = choose other shoots

build-page-laying-all-of-them-out = Laying all of them out…

build-page-less-than-one-by-one = , { $currency } less than one by one.

build-page-no-less-than-one-by = ; no less than one by one.

build-page-together = { $designs }. { $currency } together{ $one }

build-page-yours = , yours

build-page-left = { $stock }{ $yours }: { $cut }; { $offcut } left

build-page-trying-other-materials = Trying other materials…

build-page-of-other-materials = Of other materials

build-page-packed = Packed

build-page-it-comes-apart = It comes apart:

build-page-its-frame-stays-joined = Its frame stays joined:

build-page-bundle-the-longest-kg-in =
    { $joined }{ $bundles_n ->
        [one] { " " }1 bundle
       *[other] { " " }{ $bundles } bundles
    }, the longest { $longest }, { $mass } kg in all.

build-page-kg-2 = { $x }, { $mass } kg

build-page-when-something-wears-or-breaks = When something wears or breaks

build-page-a-second-one-from-what = A second one from what is left

build-page-less-than-the-first = , { $currency } less than the first

build-page-as-much-as-the-first = , as much as the first

build-page-more-pieces-come-from-offcuts = { $currency } more{ $first }; { $from_offcuts } pieces come from offcuts.

build-page-for-another-lamp = For another lamp

build-page-cut-together-with-others = Cut together with others

build-page-yours-2 = yours

build-page-bars-with-their-cuts = { $bars } bars with their cuts

build-page-nothing-is-drilled-it-is = Nothing is drilled: it is held by joints, tape, clamps or cloth.

build-page-through = through

build-page-deep = { $depth } deep

build-page-in = { $deep } in { $pieces }

build-page-no-screw-longer-than = ; no screw longer than { $longest }

build-page-from-the-end-from-the = { $and } from the end, { $across } from the edge ({ $side }); { $note }{ $longest }

build-page-nothing-needs-a-template = Nothing needs a template.

build-page-printed-at-full-size-with = Printed at full size with a ruler to check the printer;

build-page-and = and

build-page-for-a-laser-or-plotter = for a laser or plotter.

build-page-svg = SVG

build-page-dxf = DXF

build-page-page-of-a4 =
    { $note }{ $pages_n ->
        [one] 1 page of A4
       *[other] { $pages } pages of A4
    }

build-page-this-design-has-no-parts = This design has no parts to print.

build-page-all-of-them-as-one = All of them as one

build-page-file-or-one-by-one = file, or one by one as STL.

build-page-3mf = 3MF

build-page-g-each = { $x }, { $mass } g each

build-page-stl = STL

build-page-stl-of-the = STL of the { $name }

build-page-putting-it-together = Putting it together…

build-page-nothing-is-built-what-is = Nothing is built: what is there is used.

build-page-apart = Apart

build-page-step-before = Step before

build-page-all-of-it = All of it

build-page-step-after = Step after

build-page-it-does-not-go-together = It does not go together:

build-page-this-browser-shows-nothing-in = This browser shows nothing in three dimensions; pieces and steps tell the same.

build-page-the-built-thing-with-the = The built thing with the label of every piece; drag to turn it, the wheel comes nearer

build-page-type-what-a-tape-says = Type what a tape says of the pieces that you doubt (millimetres, or as you like), and what you see of the frame.

build-page-what-i-see = What I see

build-page-what-is-seen-of-the = What is seen of the frame

build-page-find-the-piece-to-recut = Find the piece to recut

build-page-all-of-them-are-right = All of them are right.

build-page-measured = measured

build-page-which-cuts-matter = Which cuts matter

build-page-how-far-a-finished-size = How far off each finished size is when every cut is off by 1 mm.

build-page-likely-mm = likely ±{ $likely } mm

build-page-drawing-it = Drawing it…

build-page-seen-from = Seen from

build-page-which-part = Which part

build-page-used = { $bought }, { $share } % used

build-page-out-of-s-window = out of { $host }'s window

build-page-price-of-one-as-it = Price of one as it is sold; type your own, empty it for the typical one

build-page-not-enough-there-instead = not enough there: instead

build-page-or = or

build-page-what-to-take-instead-of = What to take instead of { $name }

build-page-instead-of = Instead of { $name }

build-page-currency = Currency

build-page-1-is = 1 € is

build-page-ready-made-costs = Ready-made costs

build-page-supplier-s-prices = Supplier's prices

build-page-ask-the-supplier-for-prices = Ask the supplier for prices

build-page-the-supplier-does-not-answer = The supplier does not answer; typical prices are shown.

build-page-shopping-list = Shopping list

build-page-what = What

build-page-how-much = How much

build-page-each = Each

build-page-on-your-shelf = on your Shelf

build-page-some-of-it-on-your = some of it on your Shelf

build-page-total = Total

build-page-saves-on-a-ready-made = saves { $currency } on a ready-made one

build-page-more-than-a-ready-made = { $currency } more than a ready-made one

build-page-glue = glue

build-page-a-hand-holds-here = a hand holds here

build-page-in-place = { $names } in place

build-page-what-is-added = what is added

build-page-across-diagonals = { $rails } { $width } across, { $sides } { $height }, diagonals { $diagonal }

build-page-then-to-wait = , then { $wait } to wait

build-page-people = , { $hands } people

build-page-from = { $minutes }{ $wait }{ $people }; from { $start }

build-page-parts = Parts

build-page-tools = Tools

build-page-after = After { $k }.

build-page-check = Check

build-page-usual-mistake = Usual mistake

build-page-caution = Caution

build-page-of-waiting = , { $waiting } of waiting

build-page-of-work-ready-after-the = { $minutes } of work{ $waiting }, ready { $ready } after the first step.

build-page-of-work-left = { $left } of work left.

build-page-local-codes-and-the-makers = Local codes and the makers' instructions come first. Mains wiring, structural fixing and public sets are for licensed people.

build-page-cut = Cut

build-page-cuts-are-told-in = Cuts are told in

build-page-kerf-measured = Kerf, measured

build-page-corner-to-the-tube-s = Corner to the tube's end, measured

build-page-from-the-corner-s-outside = from the corner's outside

build-page-corner-goes-into-the-tube = Corner goes into the tube

build-page-collar-of-a-straight-joiner = Collar of a straight joiner

build-page-corners-are = Corners are

build-page-hole-for-a-button = Hole for a button

build-page-socket-depth-measured = Socket depth, measured

build-page-take-off-measured = Take-off, measured

build-page-dry-pipe-goes-in = Dry pipe goes in

build-page-of-the-socket-s-depth = of the socket's depth

build-page-longest-to-carry = Longest to carry

build-page-the-car-the-stairs = the car, the stairs

build-page-you-reach-up-to = You reach up to

build-page-standing-on-the-floor = standing on the floor

build-page-helpers = Helpers

build-page-sewing-sent-out-a-piece = Sewing sent out, a piece

build-page-eur = EUR

build-page-price-in-empty-sewn-at = price in { $e_u_r }; empty: sewn at home

build-page-first-cuts-at-the-shop = First cuts, at the shop

build-page-cut-there-like-that-everything = Cut there like that, everything goes into the car, and every finished piece lies whole inside one length.

build-page-all-bars-can-be-carried = All bars can be carried whole.

build-page-left-2 = left

build-page-cut-at = { $stock } cut at { $c }
