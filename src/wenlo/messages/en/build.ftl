# Steps of a build. Each message is the step's title; .text says what to do, .check what to measure, .mistake what goes
# wrong most often, .caution what can hurt. Arguments arrive in the units of the display; those with _n are bare numbers
# for plurals. LENGTH() writes a length given in metres.

## Any build

steps_lay-everything-out = Lay everything out
    .text = Lay out { $parts }. Tick off the shopping list before the first cut.
    .check =
        Nothing is missing, bent or cracked.{ $boards_n ->
            [0] { "" }
            [one] { " " }The board is flat.
           *[other] { " " }All { $boards } boards are flat.
        }
    .mistake = Counting after the first cut: then the last piece is too short.

steps_nothing-to-lay-out = Nothing to lay out
    .text = Nothing has to be bought or cut: what you need is there.

steps_bars = { $count_n ->
    [one] { $count } bar of { $stock }
   *[other] { $count } bars of { $stock }
}

steps_fittings = { $count_n ->
    [one] { $count } fitting
   *[other] { $count } fittings, as listed
}

steps_and-more = { $count } more

steps_rip-the-battens = Rip the battens in half
    .text = Set the fence so that both halves are { $width } wide. Saw each batten lengthwise, or have the shop do it.
    .check = Two halves side by side are one saw cut narrower than the batten was.
    .mistake = Ripping after cutting to length: short pieces turn under the blade.
    .caution = Use a riving knife and a push stick. Keep hands out of the line of the blade.

steps_pockets = Drill the pockets on the side that nobody sees, with the jig set to the batten's thickness. Clamp the faces flush, drive the screws from the pockets, and push the plugs in last.

steps_brackets = Push an angle bracket right into each corner and drive its four short screws, with no glue and no long screws. It comes apart again.

steps_long-screws = Glue the ends, and drive the long screws straight into them.

steps_glue-the-battens = Glue the battens in pairs
    .text = Spread glue on one flat face, lay the other batten on it with the edges flush, and clamp every 200 mm: { $count_n ->
        [one] one pair
       *[other] { $count } pairs
    }, at full length, before anything is cut.
    .check = No light between the two, and the edges are flush.
    .mistake = Too much glue: they slide while the clamps are tightened. Two panel pins stop that.

steps_set-a-stop-block = Set a stop block
    .text = Clamp a block { $length } from the saw cut. Cut { $pieces } against it, all of them before you move it.
    .check = The first piece measures { $length }.
    .mistake = Sawdust in front of the block makes each piece a little shorter. Brush it off after every cut.

steps_bar = Bar { $number } ({ $stock }{ $own ->
    [yes] , yours
   *[no] { "" }
}): { $pieces }

steps_bar-of = Bar { $number } ({ $name }, { $stock }{ $own ->
    [yes] , yours
   *[no] { "" }
}): { $pieces }

steps_piece = { $label } { $length }

steps_sheet-piece = { $label } { $size }

steps_creased-piece = { $label } { $size }, creased and spread again, then trimmed to { $trimmed }

steps_nested-piece = { $label } { $size } out of { $host }'s window

steps_cut-the-bars = Cut the bars
    .text = Cut the longest first. Measure each piece from the end you have just cut.
    .check = The two pieces of each letter are flush at both ends when you lay them side by side.
    .mistake = Marking every piece before the first cut makes each one a saw cut too short.
    .caution = Wear eye protection. Clamp the piece and keep your fingers behind the blade. Burrs and splinters cut.

steps_in-order = { $kerf_n ->
    [0] A pipe cutter removes nothing.
   *[other] Each saw cut removes { $kerf }.
} In this order: { $bars }.

steps_bars-sent-out = Have the bars cut
    .text = Hand in the order sheet: { $bars }. Ask for square ends and a label on each piece.
    .check = Measure one piece of each letter at the counter.
    .mistake = An order without units: the shop has to guess.

steps_cut-the-cloth = Cut the { $name }
    .text =
        Cut across the roll first, then along it: { $pieces }.{ $grain ->
            [yes] { " " }Keep all pieces the same way round, or they will not look alike.
           *[no] { "" }
        }{ $good_side ->
            [alike] { "" }
            [matt] { " " }Matt side up.
            [shiny] { " " }Shiny side up.
            [white] { " " }White side up.
           *[smooth] { " " }Smooth side up.
        }{ $seams_n ->
            [0] { "" }
            [one] { " " }{ $joined ->
                [sewn] Sew one seam.
               *[taped] Tape one seam on the back, along a straight edge.
            }
           *[other] { " " }{ $joined ->
                [sewn] Sew { $seams } seams.
               *[taped] Tape { $seams } seams on the back, along a straight edge.
            }
        }
    .check =
        { $joined ->
            [sewn] Fold it corner to corner: both halves match.
           *[taped] Both diagonals of each piece agree.
        }
    .mistake =
        { $joined ->
            [sewn] Cloth cut off the grain hangs in folds. Pull a thread and cut along it.
           *[taped] A knife drags loose film into a tear. Tape the corners down first.
        }
    .caution =
        { $joined ->
            [sewn] { "" }
           *[taped] The knife can slip off the rule: keep your other hand behind it. Foil edges cut.
        }

steps_boards-sent-out = Have the { $name } cut
    .text =
        Hand in the drawing (SVG or DXF): { $pieces }.{ $good_side ->
            [alike] { "" }
            [matt] { " " }Matt side up.
            [shiny] { " " }Shiny side up.
            [white] { " " }White side up.
           *[smooth] { " " }Smooth side up.
        }
    .check = Measure one side and one diagonal at the counter.

steps_cut-the-boards = Cut the { $name }
    .text =
        { $how ->
            [sawn] Saw along a clamped straight edge.
           *[knife] Cut with a fresh blade along a steel rule, in three light passes.
        } Make every cut that runs right across before you divide the pieces: { $pieces }.{ $good_side ->
            [alike] { "" }
            [matt] { " " }Matt side { $face ->
                [down] down
               *[up] up
            }.
            [shiny] { " " }Shiny side { $face ->
                [down] down
               *[up] up
            }.
            [white] { " " }White side { $face ->
                [down] down
               *[up] up
            }.
           *[smooth] { " " }Smooth side { $face ->
                [down] down
               *[up] up
            }.
        }
    .check = Both diagonals of each piece agree within { LENGTH(0.002) }.
    .mistake = A dull blade tears the face. One deep pass wanders off the rule.
    .caution =
        { $hurts ->
            [brittle] Wear eye protection and saw at low speed: the sheet is brittle. A flexed sheet springs back.
            [insulation] Insulation dust itches and harms eyes and lungs. Wear a mask, glasses, gloves and long sleeves; cut outdoors or with a vacuum cleaner at the blade, never near a flame. The knife can slip off the rule: keep your other hand behind it.
           *[knife] The knife can slip off the rule: keep your other hand behind it.
        }

steps_drill-the-holes = Drill the holes
    .text = Drill as listed: { $holes }. Mark the holes with the printed template.
    .check =
        { $of ->
            [tube] No burr is left inside: corners go in by hand.
           *[timber] A screw drops through its clearance hole by itself.
        }
    .mistake =
        { $of ->
            [tube] Holes on unlike sides: mark them all with the tube lying the same way.
           *[timber] Without a pilot hole, wood splits near the end.
        }
    .caution =
        Clamp the piece; do not hold it by hand. Wear eye protection.{ $longest_n ->
            [0] { "" }
           *[other] { " " }Where the list gives a longest screw, keep to it: { $longest } at the shortest. A longer one comes out on the far side.
        }

steps_drilled-at-the-shop = Have the holes drilled
    .text = The order sheet says where: { $holes }. Let them be drilled with the cuts, and ask for the burrs to be taken off inside.
    .check = A corner goes into every tube by hand, and its spring snaps.
    .caution = Edges of cut tube are sharp.

steps_cloth-sent-out = Have it sewn: { $name }
    .text = { $pieces }. The order sheet has the sizes, hems and tapes.
    .check = Lay the first on the frame before the rest are sewn.

steps_holes = { $count } of { $drill }

steps_dry-fit = Dry fit: { $step }
    .text = Lay { $pieces } on a flat floor without glue, { $size } over the outside. Draw a pencil line across every joint.
    .check = Both diagonals measure { $diagonal } and agree within { LENGTH(0.003) }.
    .mistake = Finding it out of square after the glue has set.

steps_diagonals = Both diagonals measure { $diagonal } and agree within { LENGTH(0.003) }.

steps_look-at-it-lit = Look at it lit
    .text = In the dark, put the lamp behind it on low and walk round it once.
    .check = No lump, fold or seam shows on the sheet, and no line of light at a joint. You cannot see the lamp's outline from where the subject is.
    .caution = Look at the sheet, never into the bare lamp.

steps_look-at-it-square = Look at it lit
    .text = { steps_look-at-it-lit.text }
    .check = Both diagonals measure { $diagonal } and agree within { LENGTH(0.003) }. { steps_look-at-it-lit.check }
    .caution = { steps_look-at-it-lit.caution }

steps_climb = You work up to { $height }, and you reach { $reach }: use a step ladder on level ground. One person holds it; nobody stands under the load.

steps_lay-it-down = Put it on while the frame lies flat: standing, its top is at { $height }, and you reach { $reach }.

steps_more-hands = This takes { $hands } people; { $helpers_n ->
    [0] nobody helps you
    [one] one person helps you
   *[other] { $helpers } people help you
}. Ask for more hands before you start, or leave it lying.

## Bought parts that can hurt

fittings_wood_screw = Drill the pilot hole first. Check for screw points with a block of wood, not with a finger.
fittings_pocket_screw = Clamp the joint before you drive the screw: the bit slips out of the pocket.
fittings_splint_screw = These screws hold two lengths together. Drill pilot holes; no point may come through the splint.
fittings_sprung_pole = Tighten the pole against a joist, not against plaster. Try it with a pull before anything leans on it.

fittings_solvent_cement = Solvent vapour is harmful and burns: open a window, no flame, wear gloves, keep it off your skin.
fittings_hot_glue = The glue and the tip of the gun burn. Put the gun on its stand, and keep it off foam.
fittings_spread_glue = Work with a window open and no flame near: the vapour burns.

fittings_white_paint = Open a window while paint dries, and let it dry before a lamp warms it.
fittings_staples = Press the staple gun down before you fire it, with the other hand never behind the wood. Look for points that came through.
fittings_cord = Knots slip: check every knot before anybody stands under it.
fittings_fibre_rod = Cut glass fibre under tape and with gloves: dust and splinters itch and hurt the eyes.

fittings_fibre_rod_6 = { fittings_fibre_rod }

fittings_fibre_rod_8 = { fittings_fibre_rod }
fittings_food_container = If it held cleaning products, rinse it until nothing smells or foams. Never mix what was in two of them, and label it.
fittings_milky_tub = If it held cleaning products, rinse it until nothing smells or foams. Never mix what was in two of them, and label it.
fittings_flashing = Flashing light can trigger a seizure in some people, and it dazzles. Tell everybody before the first flash, and never fire it close to eyes.

## Frame of plastic pipe

pipe-frame_cut-the-pipe = Cut the pipe
    .text = Mark each cut from the plan with a pencil line all round. Cut on the waste side with the { $saw }. Write the label on each piece at once, and take off the burr inside and out.
    .mistake = One side a few millimetres too long bows the whole frame. Lay the two of each letter side by side before you go on.
    .caution = Clamp the pipe and keep your fingers behind the blade. Swarf is sharp: wipe it off, do not blow.

pipe-frame_mark-the-insertion = Mark the insertion
    .text = Put a tape mark { $inserted } from each end, so that every socket takes the same length.
    .mistake = Unequal insertion twists the frame. Push each joint to its mark, not until it feels tight.

pipe-frame_put-it-together-dry = Put it together dry
    .text = Lay the rails and sides on a flat floor and join them with the elbows and tees. Then add legs and feet.
    .check = Both diagonals of the frame, outside corner to outside corner, measure { $diagonal } and agree within { LENGTH(0.003) }. It lies flat without rocking.
    .mistake = A tee that is turned a few degrees lifts the foot. Press all tees against the flat floor.

pipe-frame_join-the-split-members = Join the split members
    .text = Join the parts of a member with a straight coupling. Mark across each joint, so that they go together the same way on the next set.
    .mistake = A coupling in the middle of a rail sags first. Turn its printed side up and sight along it.

pipe-frame_glue-what-stays-together = Glue what stays together
    .text = Take one joint at a time: cement both faces, push to the mark with a quarter turn, hold for 30 s. Leave legs and feet dry if it has to travel.
    .mistake = Once glued, a joint cannot be turned. Draw a line across every dry joint first.
    .caution = Solvent cement: open windows, wear gloves, no flame. Follow the maker's instructions.

## Frame of timber

timber-frame_choose-and-cut-the-battens = Choose and cut the battens
    .text = Sight along each batten and keep the straightest for the uprights. Cut with the { $saw } against a stop, and write the label on each piece.
    .mistake = A bent upright twists the sheet. Turn a slight bow outward, where the cloth pulls it straight.
    .caution = Wear eye protection at the saw. Hold short pieces with a clamp.

timber-frame_join-the-frame = Join the frame
    .text =
        { $joint ->
            [half_lap] Saw { $half } out of the thickness of each end over { $width }. Glue, and drive four { $screw } screws in a square through both.
            [mitre] Cut both ends of the top rail and the tops of the uprights at 45°. Drive one { $screw } screw into each corner from either side. The lower rail stands between the uprights with two screws at each end.
            [pocket_screw] Drill two pocket holes on the flat back of each rail end. Glue, clamp the faces flush, and drive { $screw } pocket screws into the upright.
           *[butt] Drill 4 mm through the { $width } edge of the upright, for two { $screw } screws into the end of each rail.
        }
    .check = Both diagonals of the frame measure { $diagonal } and agree within { LENGTH(0.003) }.
    .mistake = Without a pilot hole, the end of a batten splits.
    .caution =
        Screw points must not come out. { $joint ->
            [half_lap] The joint is { $wood } thick: use screws of { $longest } at most.
           *[other] The screw goes through { $wood } of wood and into the end of the rail.
        }

timber-frame_bolt-the-feet-on = Bolt the feet on
    .text = Stand each foot across the frame, on edge against the outside of its upright. Put two bolts through both, heads outside, wing nuts inside, so that it packs flat.
    .check = The frame stands without rocking, and the uprights are plumb both ways.
    .mistake = A foot along the frame holds nothing up. One bolt lets the frame lean; the second, as far below it as the batten allows, stops that.

## Frame of square tube

tube-frame_cut-the-tube = Cut the tube
    .text = Cut square with the { $saw } against a stop, so that the two of each letter come out equal. Write the label inside the end and file the burrs.
    .mistake = Forgetting the cubes: a rail cut to the outside width makes the frame { $extra } too wide.
    .caution = Aluminium edges cut: file before you lift. Wear eye protection at the saw.

tube-frame_push-the-joints-in = Push the joints in
    .text = Use corner cubes at the top, tee cubes where the lower rail meets the sides, and foot cubes at the floor. Drive them home with a soft mallet on a flat floor.
    .check = Both diagonals of the frame measure { $diagonal } and agree within { LENGTH(0.002) }.
    .mistake = A half-driven spigot looks right until the cloth pulls. No gap may show at any cube.

## Diffusion frame

diffusion-frame_make-the-frame = Make the frame
    .text =
        { $frame ->
            [pipe] Push the pipes of a frame of { $size } into their elbows, each to a tape mark { $inserted } from its end.
            [tube] Push the tubes of a frame of { $size } onto their corner cubes with a soft mallet.
           *[timber] Make a frame of { $size }.
        }
    .check = Both diagonals are the same, and it lies flat without rocking.

diffusion-frame_clamp-it-to-its-stands = Clamp it to its stands
    .text = One stand at each side, two padded clamps on each, the upper edge { $top } above the floor.
    .mistake = One stand in the middle lets it turn in the first draught.
    .caution = A frame is a sail: ballast both stands, and take it down when wind comes up.

diffusion-frame_hang-the-sheet = { $edge ->
    [taped] Edge and hang the sheet
   *[sewn] Cut, hem and hang the sheet
}
    .text =
        { $edge ->
            [taped] Fold every edge over a strip of tape, so that it does not tear.
           *[sewn] Cut with the grain and turn in the hem.
        } Wrap each edge round the member and { $hold ->
            [stapled] staple it to the back
           *[taped] close it on itself with hook-and-loop tape
        }: middles first, then outward to the corners, until it is even and drum-tight.
    .check = Light it from behind: no lump, seam or fold crosses the middle.
    .mistake = Finishing one side first leaves a fold that shows in glossy things.
    .caution = Keep it below { $limit }: stop if the sheet feels hot to the hand.

diffusion-frame_fit-the-board = Fit the board
    .text = Cut the board to the outside of the frame and ease its edges. Hold it with padded clamps at the corners and half-way along each side.
    .mistake = A clamp tightened on the bare board cracks it. Pad both jaws.
    .caution = Brittle sheet: wear eye protection, saw at low speed, never drill near an edge. Keep it below { $limit }: stop if it feels hot to the hand.

diffusion-frame_stand-it-up = Stand it up
    .text = Put a sandbag on each foot, on the side away from the subject. Turn the lamp on at its lowest setting first.
    .check = The top is { $top } above the floor on both sides.
    .mistake = One push tips a frame taller than a person. Use two sandbags, and a tie line when a window is open.
    .caution = It catches the wind like a sail: never leave it standing outdoors unwatched. Local rules and the makers' instructions come first.

diffusion-frame_put-it-in-a-bag = Put it in a bag
    .text = A bag { $long } long takes all tubes and the folded cloths.

## Frame on a pipe stand

pipe-stand_push-the-frame-together = Push the frame together
    .text = Push the pipes of a frame of { $size } into their elbows, each to a tape mark { $inserted } from its end. Its lower rail is in three parts, with bushings at both posts.
    .check = Both diagonals are the same, and it lies flat without rocking.
    .mistake = A bushing left out: the rail turns in its tee.

pipe-stand_make-the-stand = Make the stand
    .text =
        Push the wider pipe together, each end to a tape mark { $inserted } from its end, the posts { $apart } apart. { $braced ->
            [yes] Each brace runs at 45° from a tee { $brace } up the post to a tee { $brace } back on the foot.
           *[no] Each post stands in the tee of its foot.
        }
    .check =
        { $braced ->
            [yes] A square fits between post and foot without light.
           *[no] Both posts stand plumb on a level floor.
        }
    .mistake = One pipe pushed in farther than its mark: the stand rocks.

pipe-stand_fill-the-feet = Fill the feet
    .text = Pour dry sand into the pipes of both feet, { $bags_n ->
        [one] one bag
       *[other] { $bags } bags
    } in all, and tape the caps on.
    .mistake = Damp sand: it cakes, and the caps never come off.

pipe-stand_put-the-frame-on = Put the frame on its posts
    .text = Lift the frame by its lower rail onto both posts, and put a sandbag on each foot. Turn the lamp on at its lowest setting first.
    .check = The top is { $top } above the floor on both sides.
    .mistake = Lifting it by its sides: the dry elbows come apart.
    .caution = It catches the wind like a sail: never leave it standing outdoors unwatched. Local rules and the makers' instructions come first.

pipe-stand_swap-the-posts = Swap the posts
    .text = For a top at { $top }, lay the frame down and change both posts for the others, { $by } { $shorter ->
        [yes] shorter
       *[no] longer
    }. Braces and feet stay.
    .check = Both posts carry the same letter.

## Grounds of boxes

grounds_make-the-panels = Make the loose panels
    .text = { $sets_n ->
        [one] Glue the paper to the floor and the wall panel
       *[other] Glue the paper to the floors and walls of all { $sets } sets
    } with spread glue, from the middle outward. Glue four pads behind each wall. They stand in the box without glue.
    .check = A wall goes in and out with two fingers.
    .mistake = Glue only along the edges: the paper lifts into waves under warm lamps.

grounds_put-the-panels-in = Put the panels in
    .text = Lay the floor panel in first, then stand the wall on its rear edge, pads to the back.
    .check = No gap shows where they meet, seen through the lens.
    .mistake = The wall in front of the floor's edge: a dark line under it.

grounds_make-the-other-sweeps = Cut the other backdrops
    .text = { $sets_n ->
        [one] Cut one more backdrop
       *[other] Cut { $sets } more backdrops
    } to the size of the first, and roll them round a tube: a fold never goes away.

## Further cloths for one frame

frame-cloths_make-the-cloths = Make the other cloths
    .text = Cut and hem { $count_n ->
        [1] the other cloth
       *[other] the { $count } other cloths
    } for a frame of { $size } as the first, with hook-and-loop all round.
    .check = Each goes on over the same frame without a fold.

## Acrylic table

acrylic-table_scrape-the-edges = Scrape the edges
    .text = Scrape all round until a finger runs along them.
    .mistake = Cracks start at rough edges and drilled holes. Drill none.
    .caution = Chips fly: wear eye protection.

acrylic-table_flex-it = Flex it
    .text =
        Clamp the front edge to its batten. Raise the back to a bend of { $bend }{ $behind ->
            [pole] . It leans by its own spring against a bar on the sprung pole; two clamps keep it from sliding up
           *[trestles] { "" } and clamp it behind
        }.
    .mistake = Clamps the usual way round shade the ground. Turn them round, padded, from outside.
    .caution = A flexed sheet springs back with about { $force } at its free edge when a clamp slips. Two people; nobody leans over it; put the sandbags on before you let go of the clamps.

acrylic-table_pull-the-front-down = Pull the front down
    .text = Clamp the bar under the front edge, tie a rope to each of its ends, and pull both down together to a bend of { $bend }. Tie them to sandbags.
    .check = Seen from the side, the flat part lies level between the two battens.
    .mistake = One rope pulled first: the sheet twists, and cracks at a clamp.
    .caution = It pulls up with about { $force } in all. If holes are wanted, drill them between two boards, slowly, far from the edge.

acrylic-table_hang-the-sheet-above = Hang the sheet above
    .text = Make a frame of { $size }, staple the cloth under it, and hang it on two lines { $over } above the table.
    .mistake = Hung too low, its edge is in the picture.

acrylic-table_choose-the-side-up = Choose the side up
    .text = Matt side up: no reflections. Gloss side up: the thing stands on its mirror image.
    .mistake = Fingerprints and dust show from below. Wipe with a damp cloth only.
    .caution = Some cleaners craze acrylic. Use water and a little soap, and keep residues away from warm lamps.

acrylic-table_light-it-from-below = Light it from below
    .text = Put the lamp { $under } under the sheet. Raise its power until the shadow just goes.
    .check = The ground beside the thing and in its shadow read within a tenth of a stop.
    .mistake = Too much light from below turns an opaque thing into a silhouette.
    .caution = Acrylic softens at 70 °C: feel it above the lamp.

## A window cut out of a board

window-board_cut-the-window = Cut the window
    .text =
        On a board of { $size }, draw a border of { $border } all round. Cut the window of { $window } out whole{ $other ->
            [used] : it is the other page.
           *[kept] , and keep it: it bounces.
        }
    .mistake = Cutting past the corners weakens the border where it is weakest.
    .caution = Cut away from you, on something that may be cut; dust of insulation itches.

window-board_cover-the-window = Cover the window
    .text = Tape the cut edges. Lay the cloth over the window and staple or tape it behind, from the middles outward.

## Book light

book-light_make-the-sheet-s-page = Make the sheet's page
    .text =
        { $frame ->
            [pipe] Push the pipes of a frame of { $size } into their elbows, each to a tape mark { $inserted } from its end. Wrap the sheet round it, from the middles outward.
            [tube] Push the tubes of a frame of { $size } onto their corner cubes with a soft mallet. Wrap the sheet round it, from the middles outward.
           *[timber] Make a frame of { $size } and staple the cloth from the middles outward.
        }

book-light_hinge-the-pages = Hinge the pages
    .text = Lay both pages face to face. Tape the spine on both sides with a finger's gap, so that the book shuts.
    .mistake = Tape on one side only tears the first time you open the book.

book-light_open-it-on-the-set = Open it on the set
    .text = Open it to { $opening }; a clamp and a string across the top hold the angle. The lamp shines in past the open edge, never through the sheet.
    .mistake = If you can see the lamp from where the subject is, move the flag until you cannot.
    .caution = Insulation board burns and drips: keep hot lamps away from it.

## Card that bounces light

card_score-the-wings = Score the wings
    .text = Cut half through the back { $quarter } from each end, fold forward and tape the fold.
    .mistake = Cut through the face, and the wing hangs on the tape alone.
    .caution = Use a fresh blade and a steel rule, with your fingers behind it.

card_face-the-board = Face the board
    .text =
        { $face ->
            [foil] Crumple the foil into a ball and open it before it goes on: pressed flat, it throws hot patches.{ " " }
           *[plain] { "" }
        }Cover { $size }, with the black side behind.

card_glue-the-foil = Glue the foil on
    .text = Brush spread glue thinly over the board, { $size }, and let it go tacky. Lay the creased foil on and press it down with a warm iron through paper, from the middle outward.
    .check = Lift a corner: the foil comes up only with the card.
    .mistake = A hot iron dries the glue before it holds, and smooths the creases away.
    .caution = Open a window: spread glue gives off vapour that burns. No flame, and no iron that sparks, while it is wet.

card_stand-it-up = Stand it up
    .text = Hold it by its middle with two clamps on a stand. Tilt it until the light is on the face.
    .mistake = Boards are often { LENGTH(0.005) } short: measure the board, not its label.
    .caution = A board catches the wind: put a sandbag on the stand.

## Sheet with a cell grid

cells_make-the-channel = Make the channel
    .text = Push uprights and rails into the printed corners, which keep each end { $inset } from the outside. Drive a short screw through each sleeve into the batten, beside the cells.
    .check = On the table it does not rock.

cells_cut-the-straws = Cut the straws
    .text = Cut { $count } pieces of { $depth } from straws { $cell } wide. Use a jig with a stop block, a taped bundle at a time.
    .check = On a table, no piece stands out by more than 0.5 mm.
    .mistake = If lengths differ, the long ones shade their neighbours.
    .caution = Cut away from the hand that holds the bundle.

cells_print-the-cells = Print the cells
    .text = Print { $count } tiles of { $size }, { $depth } deep, in black.
    .check = Held against the light, no cell is closed.
    .mistake = Grey or white walls reflect, and light goes where it should not.

cells_make-the-lattice = Make the lattice
    .text = Cut slots to half the depth every { $cell }, as wide as the strip is thick. Push the strips together.
    .mistake = Slots that are too tight bow the strips.

cells_fill-the-frame = Fill the frame
    .text = Fill { $size } with cells row by row from one corner, with a thread of glue along every third row.
    .mistake = Forgetting the corner clearance makes the rails too long for their printed corners.
    .caution = Many glues give off vapour: open a window.

cell-grid_hang-it-before-the-sheet = Hang it in front of the sheet
    .text = Keep the cells a finger's width off the sheet, so that their pattern blurs.
    .mistake = The grid is heavy: hold it by its frame, not by the sheet.

## Grid on a lamp's front

lamp-grid_screw-the-clips-on = Screw the clips on
    .text =
        { $held ->
            [screws] Screw each clip to the channel, and with a screw of { $screw } into a hole in the lamp's side: it goes { $deep } in.
           *[strap] Screw each clip to the channel, and draw a strap of hook-and-loop round the lamp and the clips.
        }
    .check = Held by the grid, the lamp does not slip; no clip covers an opening for air.
    .mistake =
        { $held ->
            [screws] A screw that reaches the bottom of its hole feels tight and holds nothing.
           *[strap] A strap over the vents.
        }
    .caution = Plastic cells soften near a hot lamp: run it an hour and feel them.

## Flags round a sheet

flag-cage_make-the-flag = Make the flag for the { $protects }
    .text =
        { $frame ->
            [pipe] Push the pipes of a frame of { $size } into their elbows, each to a tape mark { $inserted } from its end. Wrap the black round it.
            [tube] Push the tubes of a frame of { $size } onto their corner cubes with a soft mallet. Wrap the black round it.
           *[timber] Make a frame of { $size }. Staple the black on one side.
        }

flag-cage_set-them-one-at-a-time = Set them one at a time
    .text = Set each flag { $out } from the sheet. From the face, you must see all of the sheet.
    .check = Take one away: something you want dark turns light. Then it is enough and no more.
    .mistake = A flag that cuts into the key light.
    .caution = Flags catch the wind: put sandbags on the stands.

## Flash into a board

flash-into-board_put-it-together = Put it together
    .text = Put the board ({ $size }) on the stand and clamp the arm to it. The flash goes at the end of the arm, facing the board.
    .mistake = A flash that points past the edge of the board lights the background and the lens.

flash-into-board_look-from-the-subject-s-place = Look from the subject's place
    .text = You must not see any of the flash's face. Move the flag until it is hidden.
    .caution = { fittings_flashing }

## Floppy flag

floppy-flag_make-the-flag-s-frame = Make the flag's frame
    .text =
        { $frame ->
            [pipe] Push the pipes of a frame of { $size } into their elbows, each to a tape mark { $inserted } from its end.
            [tube] Push the tubes of a frame of { $size } onto their corner cubes with a soft mallet.
           *[timber] Make a frame of { $size }.
        }

floppy-flag_cover-the-flag = Cover the flag
    .text =
        { $frame ->
            [pipe] Wrap the cloth round the upper half of the frame and close it behind with hook-and-loop.
            [tube] Wrap the cloth round the upper half of the frame and close it behind with hook-and-loop.
           *[timber] Staple the cloth round the upper half of the frame.
        }

floppy-flag_let-the-flap-hold-itself = Let the flap hold itself
    .text = Put hook-and-loop along both sides and a tie at each lower corner, so that the flap stays up, and hangs straight when it is down.
    .mistake = A flap with loose ends swings into the light.

floppy-flag_set-it = Set it
    .text = Set it square to the sheet, at the edge toward the backdrop. Drop the flap when light spills under the frame.
    .caution = A dropped flap catches the wind: put a sandbag on the stand, and take it down in wind.

## Focusing spot

focusing-spot_make-the-tube = Make the tube
    .text = Make four sides { $long } long. The lens drops into the front and can be taken out.
    .mistake = With the lens glued in, no other lens fits.
    .caution = Use a fresh blade and a steel rule.

focusing-spot_set-the-gate = Set the gate
    .text = The baffle with its { $gate } hole slides on two rails, about { $distance } behind the lens.
    .check = Slide it back and forth: the edge goes sharp once.
    .mistake = A fixed gate is sharp at one distance only.

focusing-spot_let-it-breathe = Let it breathe
    .text =
        { $count_n ->
            [0] Choose vents first: as it is, the heat has no way out.
           *[other] Cut { $count_n ->
                [1] one hole
               *[other] { $count } holes
            } { $vent } wide low at the lamp and as many high at the gate, each behind a foil flap that stops the light.
        }{ $fan ->
            [duct] {" "}Tape the duct into one of the low holes and let the fan blow in; the others let the air out.
           *[none] { "" }
        }
    .mistake = With no way out for the heat, the lens melts.
    .caution = The lens must stay below { $limit }: feel it every two minutes at first. A lens in the sun starts fires: cap it whenever you carry or leave it.

focusing-spot_screw-the-mount-on = Screw the mount on
    .text = Screw the mount ring to the back of the tube, so that it goes on the lamp as its own cone does.
    .check = Held by the lamp alone, the tube does not droop.

focusing-spot_close-the-leaks = Close the leaks
    .text = Put a collar round the joint. In the dark, with the lamp on, look along every edge.
    .mistake = Light that leaks to the sides.
    .caution = Never look into the lens, and never test it against the sun.

## Black-foil doors

foil-doors_tear-the-pieces = Tear the pieces
    .text = Tear along a straight edge. Fold every edge over by a finger's width, so that it is stiff and straight.
    .mistake = Ragged edges throw ragged shadows.
    .caution = Torn foil cuts.

foil-doors_tape-them-on = Tape them on
    .text =
        Fold { $grip } back over the lamp's rim{ $vents ->
            [known] , short of the vents { $behind } behind it
           *[none] { "" }
        }. Overlap the corners or clip them.
    .mistake = Covered vents make the lamp turn itself down or off.
    .caution = The front of the lamp is hot: let it cool first, and use tape that stands heat.

foil-doors_shape-them = Shape them
    .text = Bend one piece in at a time until the surface that must stay dark goes dark. Stop before the face does.
    .check = The face reads as before within a tenth of a stop.

## Hanging softbox

hanging-softbox_make-both-frames = Make both frames
    .text = Make two rectangles of { $size }. The upper one gets the lamp bars as well.

hanging-softbox_join-the-frames = Join the frames
    .text = Put a post between them at each corner. Its screws go between the screws of the corner.
    .check = It is { $depth } high at all four corners.

hanging-softbox_line-it = Line it
    .text =
        { $walls ->
            [foam] Screw white boards onto the frames with washers, tape every joint, and put black cloth round it.
            [lined] Staple the white lining tight outside the battens, then the black over it, both round the edges.
           *[improvised] Put the lining ({ $lining }) on the battens and black plastic over it{ $layers ->
                [two] { " " }in two layers
               *[one] { "" }
            }. Clamp and tape it; no fold may gape.
        }
    .check = In the dark, with a lamp inside, no line of light shows.
    .mistake = Screws longer than the battens are thick come out inside.

hanging-softbox_hang-the-lamps = Hang the lamps
    .text =
        Hang { $count_n ->
            [one] the lamp
           *[other] { $count } lamps
        } { $above_n ->
            [0] on the bars, as high as possible, while the box stands open on trestles
           *[other] over the box, { $above } above its open top, on lines of their own
        }. Keep the vents free and the cables strain-relieved.
    .mistake = Too few lamps, or lamps too near the sheet, make pools of light.
    .caution = A closed box gets hot: leave the flaps open, and feel the lining after ten minutes. Mains wiring is for licensed people.

hanging-softbox_close-it = Close it
    .text =
        { $cover ->
            [yes] Fit the top and the sheet last: you reach the lamps through both.
           *[no] Fit the sheet last.
        }

hanging-softbox_test-it-for-leaks = Test it for leaks
    .text =
        Turn the lamps on in a dark room. Hold the meter flat on the sheet, then on every wall and along every joint. { $walls ->
            [closed] The walls pass nothing: anything you read comes through a joint. Tape it.
            [dark] The black alone keeps a wall about { $apart } stops darker than the sheet. Anything brighter is a gap.
           *[thin] One layer keeps a wall only about { $apart } stops darker than the sheet, and that lights the ceiling. Double it for { $doubled }.
        }
    .check = At least { $least } stops between sheet and wall.
    .mistake = Leaks show only in the dark: do not test in daylight.
    .caution = Never look for leaks against the sun.

hanging-softbox_hang-the-box = Hang the box
    .text = Put four eyes in the posts, two lines to two separate fixings, and a safety line round the whole frame.
    .caution = Overhead load: fixings in the structure are for licensed people. Nobody stands under it while you raise it.

## Hung curtain

hung-curtain_sleeve = { $joined ->
    [taped] Tape the sleeve
   *[sewn] Sew or staple the sleeve
}
    .text =
        Make a sleeve for the rod at the top of the { $size } sheet. { $joined ->
            [taped] Fold tape over the other edges.
           *[sewn] Hem the other edges.
        } A chain or a batten at the foot keeps it flat.
    .mistake = Without weight at the foot, the cloth hangs in folds that show in glossy things.

hung-curtain_hang-it = Hang it
    .text = Slide the rod in and hang it from two eyes, a door frame or two stands. Draw the sides taut with clamps.
    .check = The middle is { $height } above the floor.
    .caution = Check what a fixing in a ceiling or a beam may carry. Local rules come first.

## Light tent

light-tent_make-the-sides = Make the two sides
    .text =
        { $frame ->
            [pipe] { $legs ->
                [unscrew] Glue a male adapter on one half of each leg and a female one on the other, and screw them together.
               *[whole] { "" }
            } Push two legs and two rails into their corners for each side, { $size } overall, each pipe to a tape mark { $inserted } from its end.
            [tube] Push two legs and two rails onto their cubes for each side, { $size } overall.
           *[timber] Join two legs and two rails for each side, { $size } overall.
        }
    .mistake =
        { $frame ->
            [pipe] Unequal insertion twists the tent. Push each pipe to its mark, not until it feels tight.
            [tube] A half-driven cube makes one side longer than the other.
           *[timber] Cutting the rails to the full depth: the legs stand { $deep } deep at both ends.
        }

light-tent_join-the-sides = Join the sides
    .text =
        { $frame ->
            [pipe] Put rails from left to right into the corners, dry: { $size } over the corners. It comes apart flat.
            [tube] Put rails from left to right onto the cubes: { $size } over all. It comes apart flat.
           *[timber] Put rails from left to right between the legs: { $size } over the legs. Use screws and no glue, so that it comes apart flat.
        }
    .check = Both diagonals of the top measure { $diagonal }.
    .mistake = Clamps on chairs fall over. Weighted posts stand.

light-tent_hang-the-sheets = Hang the sheets
    .text =
        { $sides ->
            [hung] Hang each on its own rod, tied along the rail above, so that you can slide one side away for sparkle.
           *[clamped] Clamp a board to the frame on each side with two padded clamps, so that you can take one side off for sparkle.
        }
    .mistake = Closed all round, the light is flat. Open one side, or hang a black card there.

light-tent_lay-the-sweep = Lay the sweep
    .text =
        { $hung ->
            [rod] Snap two hooks on the rear rail, clamp the backdrop to its rod and lay the rod in the hooks. Let it run down behind the thing and forward under it without a crease.
           *[rail] Clamp the backdrop to the rear rail. Let it run down behind the thing and forward under it without a crease.
        }
    .mistake = Bent too sharply, its crease shows as a line behind the thing.

## Negative fill

negative-fill_hang-the-sheet = Hang the sheet
    .text = Hang the { $size } sheet from a rod between two stands.

negative-fill_make-the-panel = Make the panel
    .text =
        { $frame ->
            [pipe] Push the pipes of a frame of { $size } into their elbows, each to a tape mark { $inserted } from its end. Wrap the black round it, middles first.
            [tube] Push the tubes of a frame of { $size } onto their corner cubes with a soft mallet. Wrap the black round it, middles first.
           *[timber] Make a frame of { $size }. Staple the black round it, middles first.
        }

negative-fill_stand-the-panel = Stand the panel
    .text = Stand it { $distance } from the face on the side away from the light, with its edge out of the picture.
    .check = Take it away and put it back: the shadow side changes as predicted.
    .mistake = Too far away to matter: at twice the distance it does a quarter as much.
    .caution = A panel catches the wind: put a sandbag on its stand.

## Open shade

open-shade_mark-the-place = Mark the place
    .text = Put a tape cross { $inside } inside the edge of the shade.
    .mistake = Half a step forward puts sun on a shoulder.

open-shade_watch-the-edge = Watch the edge
    .text = The edge of the sun moves about a hand's width in ten minutes. Check it before every take.
    .caution = Nobody looks into the sun. Leave no lens or mirror where the sun will reach it.

## Overhead bounce

found_take-what-is-there = Get out the { $name }
    .text = Use the { $name } as it is: measure it once more, and look at it against the light for dents and stains.
    .check = It is as large as the drawing says.

overhead-bounce_make-the-stretcher = Make the stretcher
    .text =
        { $frame ->
            [pipe] Push the pipes of a frame of { $size } into their elbows, each to a tape mark { $inserted } from its end. A middle rail goes between two tees. The face goes underneath.
            [tube] Push the tubes of a frame of { $size } onto their corner cubes with a soft mallet. A middle rail keeps the long sides apart. The face goes underneath.
           *[timber] Make a frame of { $size } with a middle rail. The face goes underneath.
        }

overhead-bounce_hang-the-skirts = Hang the skirts
    .text = Hang them with hook-and-loop on all four sides, so that each rolls up by itself.
    .mistake = Skirts that are too long catch the light of the lamp below before the canvas does.

overhead-bounce_fly-it = Fly it
    .text = Set the boom over a heavy stand: counterweight first, canvas last. Run a safety line to a second stand.
    .check = The canvas is { $height } above the floor at all four corners.
    .caution = Nothing hangs over people on one fixing: use a separate safety line, and tell whoever is under it. Local rules and the makers' instructions come first.

## Pattern cutter

pattern-cutter_draw-it = Draw it
    .text =
        Draw { $count } { $pattern ->
            [slats] level strips
            [bars] bars and one cross bar
           *[leaves] leaf shapes, each joined by its stalk to the rim
        } on the card at full size, { $piece } each.
    .check = Together, the dark pieces cover the share you want.

pattern-cutter_cut-it = Cut it
    .text = Cut with a fresh blade. Start with the waste pieces in the middle.
    .mistake = Pieces that hang from nothing fall out: leave stalks.
    .caution = Use a steel rule, with your fingers behind it.

pattern-cutter_set-it = Set it
    .text = Put it { $distance } in front of the bare lamp. Nearer to the lamp blurs it, farther sharpens it.
    .mistake = A lamp that is too large or too near shows no pattern.
    .caution = Card near a hot lamp chars: keep it where your hand is comfortable.

## Product box

product-box_make-the-sides = Make the sides
    .text =
        Make each { $size }, { $walls ->
            [timber] painted white inside
           *[board] with the white side in
        }.
    .mistake = A box too small for a standing thing: measure it standing.

product-box_join-the-sides = Join the sides
    .text =
        { $walls ->
            [timber] Put cross rails between the side frames: at the top in front and behind, and at the floor behind. Their screws go between those of the frames.
           *[board] Put floor and back between the sides, tape every edge outside, and run a thread of glue inside. The top goes over them.
        }
    .check = Both diagonals of the top measure { $diagonal }.
    .mistake =
        { $walls ->
            [timber] Cross rails at the height of a side rail's screws: the screws meet inside the upright.
           *[board] Gluing before it is square: hold a corner of a board in it while the glue sets.
        }

product-box_leave-the-slot = Leave the slot
    .text = Leave { $slot } open between back and top over the whole width, so that backdrops drop in from above.
    .mistake = A slot narrower than the board is thick.

product-box_hang-the-sheets = Hang the sheets
    .text =
        { $held ->
            [glued] Spread glue thinly on the outside of the rims, lay the cloth on without a pull, and tape its edges when it is dry.
            [trim] Lay each cloth over its rim without a pull, and nail the strips over its edges with pins that stand out a little. No glue anywhere.
           *[loops] Put hook-and-loop on the outside of the rims, and no fixing where light comes through.
        }
    .mistake =
        { $held ->
            [glued] Glue that runs onto the window shows as a stain. Glued on, the cloth cannot be washed.
            [trim] Pins driven home: then no cloth comes off in two minutes.
           *[loops] Fixings that show through the sheet. And a sheet that is glued on cannot be replaced.
        }

product-box_set-the-lamps = Set the lamps
    .text = Use equal lamps of one colour, outside the sheets.
    .mistake = With unlike bulbs, one side turns yellow.
    .caution = Keep hot lamps off the cloth, and the cables out of the way.

## Ring softbox

ring-softbox_bend-the-rim = Bend the rim
    .text = Score it, bend it, lap its ends by { $overlap } and tape them. { $notch_n ->
        [0] { "" }
       *[other] Cut a gap { $notch } wide for the ring's mount, below.{ " " }
    }Tape it to the disc from outside.
    .caution = Use a fresh blade and a steel rule, with your fingers behind it.

ring-softbox_line-and-close-it = Line and close it
    .text =
        Line the inside ({ $lining }), put the ring lamp in, and fit { $count_n ->
            [one] one layer
           *[other] { $count } layers
        } over the front.
    .check = You cannot see the ring's outline from where the subject is.
    .mistake = With too few layers, the ring shows in the eyes.
    .caution = Leave the lamp's vents free.

## Softbox on rods

rod-softbox_sew-the-cone = Sew the cone
    .text = Sew the gores side by side with rod pockets in the seams.
    .mistake = In loose pockets the rods slip, and the mouth warps.

rod-softbox_spring-it-open = Spring it open
    .text = Push eight rods of { $rod } into their pockets, each opposite the last, and let them spring open.
    .caution = Bent rods spring back: turn your face away, and cap the ends.

rod-softbox_carry-it = Make the arms
    .text = Cut three rods of { $arm } and glue them to the neck ring, a third of a turn apart. Tie their ends to the narrow end.
    .check = Held by the ring, the mouth hangs level.

rod-softbox_mount-it = Mount it
    .text = Clamp the neck ring below the lamp, so that the lamp is { $inside } inside the narrow end. One leg of the stand is under the box.
    .mistake = A box in front of the stand makes it sag or tip: put the sandbag on the far leg.
    .caution = A bulb in a closed cone gets hot. Use an LED, and leave the throat open for air.

## Room as a bounce

room-bounce_flag-the-lamp = Flag the lamp
    .text = Put foil between lamp and subject, clear of the vents.
    .mistake = Foil over the vents overheats the lamp.
    .caution = The foil gets as hot as the lamp: wear gloves.

room-bounce_turn-the-lamp-up = Aim the lamp at the ceiling
    .text = Put the lamp { $out } in front of the subject, and aim at the ceiling { $forward } in front of them.
    .check = You cannot see the lamp's face from where the subject is.

## Softbox for a small flash

small-flash-softbox_cut-the-hole = Cut the hole
    .text =
        { $head ->
            [side] Cut a slot in the side wall that the flash's head just enters, by the template, and four small holes beside it. Two cable ties through them hold the head flush with the wall, its face to the back of the box.
           *[floor] Cut a slot in the floor of the container for the flash's neck, a finger narrower than the head.
        }
    .caution = Score and snap brittle plastic, and take off the burrs: they cut. Wear eye protection.

small-flash-softbox_line-it = Line it
    .text = Line all of the inside ({ $lining }), { $size }.
    .mistake = Bubbles and creases in the lining make bright patches.

small-flash-softbox_set-the-flash = Set the flash
    .text = Turn the flash to the back of the box, its face { $depth } behind the sheet.
    .mistake = Too deep, and it lights only the middle. Too shallow, and it shades the sheet.
    .caution = A flash in a closed box gets hot: wait after ten full flashes. The capacitor of an open flash can kill: never open one. { fittings_flashing }

small-flash-softbox_stiffen-the-arms = Stiffen the arms
    .text =
        { $by ->
            [splint] Tape a rod along the under side of each arm, from the bracket to the box.
           *[wire] Run a wire from the bracket over the arm to the box, twist it tight, and tape it down.
        }
    .check = With its box on, the arm's end sinks by less than a finger and stays there for ten minutes.
    .mistake = Stiffening an arm that is overloaded at its clamp: it turns there instead. Make the box lighter.

## Snoot

snoot_roll-the-tube = Roll the tube
    .text = Roll foil over a bottle or pipe { $width } wide, matt side in. Tape the seam outside.
    .mistake = A seam that gapes throws a second line.
    .caution = Torn foil cuts: fold every edge over.

snoot_saw-the-tube = Saw the tube
    .text =
        Wind paper round the tube along the line, saw it to { $long } and smooth the end.{ $other_n ->
            [0] { "" }
           *[other] { " " }Saw the second one, { $other } long, off the same tube.
        }
    .check = Stood on end, it leans nowhere.

snoot_cut-the-opening = Cut the opening
    .text =
        { $cap ->
            [tape] Stretch strips of tape across the end so that they leave { $shape ->
                [disc] a hole of { $opening }
               *[slot] a slit of { $opening } × { $slot }
            } in the middle; press the edges down with a card.
           *[foil] Cut { $shape ->
                [disc] a disc of { $opening }
               *[slot] a slot of { $opening } × { $slot }
            } in the middle of the cap, with a fresh blade on glass or card.
        }
    .check = Its edge is smooth against the light.
    .mistake = Ragged edges show in a crisp stripe.
    .caution = Cut away from the hand that holds.

snoot_fit-it = Fit it
    .text = Push it over the front of the lamp with the vents free.
    .mistake = Too thin to meter? Find the power in three test shots.
    .caution = It holds the lamp's heat in: feel the foil after two minutes, and never close the vents. Hot foil burns.

## Table booth

table-booth_make-the-roof = Make the roof
    .text = Fix the board under the table top, bright side down, flat and level.
    .mistake = A sagging roof makes a dip in the light.

table-booth_sweep-the-paper = Sweep the paper
    .text = Run the paper up behind and forward without a crease.
    .mistake = A crease behind the thing.

table-booth_raise-the-ground = Raise the ground
    .text = Raise it to { $ground } with books or boxes under a board, so that the thing comes close to the roof.
    .mistake = A low thing too far from the roof.

table-booth_bounce-the-lamp = Bounce the lamp
    .text = Clamp the lamp low in front of the thing and aim at the roof above it. Put a card between lamp and thing.
    .mistake = A hot spot straight from the lamp: flag it.
    .caution = A hot lamp under a table needs a hand's width of air all round, and no cloth over it.

table-booth_place-the-cards = Place the cards
    .text = Place one white card and look. Then place a black one opposite.
    .mistake = Filling every side equally leaves no shape.

table-booth_take-the-leg-out = Take the leg out
    .text =
        Put { $weight } on the corner opposite first, then take out the { $leg ->
            [front-left] front left leg
           *[front-right] front right leg
        }.
    .check = Press the free corner with one hand: nothing lifts.
    .mistake = Leaning on the free corner to reach under the table.
    .caution = Without its weight the table stands on a line between two legs: it tips on whoever works under it.

## Tabletop dome

tabletop-dome_choose-the-tub = Choose the tub
    .text =
        Look for one of { $size } or more inside, { $depth } deep, milky and evenly thick{ $tubs ->
            [two] , and a second one that fits over it
           *[one] { "" }
        }.
    .mistake = Uneven walls make patches: hold it against the light in the shop.
    .caution = If it held a cleaning product, rinse it until nothing smells. Never mix what is left with anything, and label it.

tabletop-dome_cut-the-hole = Cut the hole
    .text =
        Cut it { $hole } wide, { $where ->
            [front] in the front, { $at } above the table
            [top_behind] in the top, { $at } behind its middle
           *[top_before] in the top, { $at } in front of its middle
        }. Sand the edge.
    .mistake = A hole in the middle of the top shows in flat metal: cut it from the side, and turn the thing.
    .caution = Hold the tub down: a hole saw catches in plastic. Wear eye protection, and gloves for the burr.

tabletop-dome_light-it-from-outside = Light it from outside
    .text = Put equal lamps on both sides, a hand's width off. One alone gives more shape.
    .mistake = Lit all round, shiny things look dull: open it for them.
    .caution = Plastic softens near a hot lamp: feel the wall after two minutes.

tabletop-dome_open-the-ground = Open the ground
    .text = Cut a round window of { $window }, put opal acrylic under it, and a lamp { $below } below.
    .mistake = Light from below turns opaque flat things into silhouettes: use only what cancels the shadow.
    .caution = Acrylic softens at 70 °C: feel it above the lamp.

## Bare lamp

bare-lamp_set-it = Put it in its place
    .text = Put the lamp { $away } from the subject and { $high } high, and aim it.
    .check = A shadow of your hand falls where you want the shadow.
    .mistake = Moved by a hand's width this near, its shadow is another one.
    .caution = A bare lamp dazzles and is hot: nobody looks into it.

## Sheet in a window

window-sheet_sleeve = { $joined ->
    [taped] Tape the sleeve
   *[sewn] Sew the sleeve
}
    .text = Make a sleeve on the { $size } sheet, and put a weight along its foot.

window-sheet_hang-it = Hang it
    .text = Hang it { $off } in front of the window, so that the bars blur.
    .mistake = On the panes it shows their bars; with the sun in it, its folds.
    .caution = Never look at the sun in the window, or point a lens at it. Keep your balance at the sill: do not lean out.

window-sheet_watch-the-clock = Watch the clock
    .text = Note the time of the first good frame. Toward evening the light drops a stop an hour, sooner with clouds.
    .mistake = Shooting for two hours without a second reading.

## Supports that are built

home-made_make-the-cross = Make the cross
    .text = Half-lap the two feet over each other. Put two bolts through both and the end of the post.
    .check = It stands without rocking, and the post is plumb both ways.

home-made_brace-the-post = Brace the post
    .text = Screw a brace on two sides, from the cross to a third of the height.
    .mistake = Braced on one side only, it leans the other way.

home-made_weigh-it-down = Weigh it down
    .text = Put the sandbags over the feet on the side away from the load.
    .mistake = It tips over when a leg is taken off later.
    .caution = Somebody may knock it: never leave it without its sandbags.

home-made_lay-the-beams-together = Lay the beams together
    .text = Lay two battens flat on each other, screw them every { $spacing }, and set them on edge: { $times } times as stiff as one that lies flat.
    .check = It does not bow when you lift it by its ends.

home-made_pad-and-wedge-it = Pad and wedge it
    .text = Put rubber at both ends, and a bolt with a wide washer as a jack at one. Tighten it until you cannot turn it by hand.
    .mistake = On plasterboard without studs it goes through the wall.
    .caution = Use it only between walls that bear. Run a line to a second fixing under anything over people. Local rules come first.

home-made_set-the-eyes = Set the eyes
    .text = Set them a fifth of the length from each end: there it bends least.

home-made_hang-it = Hang it
    .text = Run two lines to two fixings, and a third, slack, from the middle as a safety line. Tie a bowline at the eye and a trucker's hitch at the fixing.
    .check = It hangs level.
    .caution = Overhead: fixings in the structure are for licensed people.

home-made_make-two-frames = Make two frames
    .text = Each has two legs and a stretcher, hinged at the head by the screws. Cut the legs at 15°, { $slant } long.
    .check = All four feet touch the floor.

home-made_tie-the-legs = Tie the legs
    .text = A cord from stretcher to stretcher keeps them from sliding apart.

home-made_cut-the-legs = Cut the legs
    .text = Take an old table. Mark all four legs at one height from its top, so that it stands level on any floor.
    .check = It does not rock, and the top is level both ways.
    .mistake = Marked from the floor, every leg comes out as crooked as the floor.
    .caution = Clamp the table before you saw.

home-made_add-runners = Add runners
    .text = Fix one under each pair of legs.

home-made_tie-it-off = Tie it off
    .text = Run three lines of { $line } from the top, 120° apart, to points half the height away: a bowline above, a trucker's hitch below. Tighten only the hitch.
    .check = Pushed at the top with two fingers, it does not move.
    .mistake = With two lines only, it falls the third way.
    .caution = Mark lines at shin height with tape, or somebody falls over them.

board-holder_measure-the-board = Measure the board
    .text = Measure the board itself: here { $length } long and { $thickness } thick.
    .mistake = A board is seldom as long as its label says; a slot for the label's size rattles or does not close.

board-holder_slot-the-tees = Slot the tees
    .text =
        In the side of two tees, along their run, saw a slot { $slot } wide through the wall, so that the edge goes { $deep } deep in{ $bar ->
            [below] . Saw from one end to the middle alone, { $half } long: the stub is in the other half, and the board stands on it.
           *[behind] . Saw from end to end, { $half } on both sides of the branch, which takes the stub.
        }
    .mistake = Slots out of line twist the board: clamp both tees to one straight edge and saw them in one go.

board-holder_put-the-bar-together = Put it together dry
    .text = Push all together with the board in both slots. Dry, the pipes stop half way down their sockets: the bar is then about { $wider } longer than glued.
    .check = The slots look at one another, and the board goes in by hand.

board-holder_glue-it-flat = Glue it flat
    .text = On a flat table, the board in both slots, cement the bar and the stubs to the bottom of their sockets: { $across } from slotted tee to slotted tee. Cement sets in seconds: one joint at a time, turned home.
    .check = The board slides in and out by hand and does not rattle.
    .caution = Cement is harmful to breathe and burns easily: outdoors or at an open window, no flame.

board-holder_cut-the-thread = Cut the thread
    .text = In the pipe for the stand, drill three holes of { $hole } round it and turn the wing screws in: they cut their own threads and centre the pipe on the stand.
    .check = A pull at the board's corner does not turn the holder on its stand.

