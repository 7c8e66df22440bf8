# Help: a page for each stage.

help-title = Help

help-stages = Stages

help-of-brief = Brief

help-of-shape = Shape

help-of-place = Place

help-of-build = Build

help-of-rig = Rig

help-of-prove = Prove

help-of-shelf = Shelf

help-of-bench = Bench

help-of-practice = Practice

help-words = Words of the trade

help-keys = Keys and ways of typing

help-find-a-word = Find a word

help-steps = What you do here

help-mind = What to mind

help-whole = All help, with pictures

help-screen = { $stage }, as it looks

help-no-word = No word like that here yet.

help-brief = Say what the picture must look like.

help-brief-steps = Choose what is in front of the camera, and what it is made of.
    Choose by the pictures how soft the shadow is, how deep the shade and how bright the ground.
    Drag the light round the head and up or down; leave it where you do not mind.
    Open the lines under More for your room, camera, lamp and limits. Type your own measures.
    Look at the three kinds that suit best so far, and take one, or go on to Shape.

help-brief-mind = Lighter figures are assumed. Set those that differ in your room: its size, its walls, your lamp.
    You can also read the wishes off a photograph whose light you like.

help-shape = Size the modifier until its figures are what you asked for.

help-shape-steps = Open “All kinds for this brief” to see every kind on the same head, with why and why not.
    Drag the handles of the drawing: the picture and the figures follow.
    Press a figure that is red. It says why, and offers cures with what each costs.
    Try layers, sheets and faces side by side under “what if”.

help-shape-mind = Soft comes from size against distance, not from the cloth alone.
    A sheet that shows the lamp through is only as large as its bright part.

help-place = Put everything where it stands in your room.

help-place-steps = Drag stands, lamps, cards and flags on the plan; type distances to the nearest walls.
    Add what is there: windows, mirrors, other people, a bench.
    Save looks that you want to change between.

help-place-mind = The lens must not see stands or lamps. What it sees is marked.

help-build = Buy, cut and join it.

help-build-steps = Check the shopping list against your Shelf: what you own is not bought again.
    Cut by the cut plan; mark each piece with its letter.
    Follow the steps. Each shows the parts that it joins, to scale.
    Measure the built thing and enter it: light and checks use what it really became.

help-build-mind = Cut one piece first and try it in its fitting.
    If a piece is short or a size is not sold, change it here: the rest follows.

help-rig = Choose what holds it, and check what could go wrong.

help-rig-steps = Choose what holds each thing. Loads, tipping, heat and mains are checked.
    Answer the checks that need an answer; they never count as passed.
    Put sandbags where the drawing shows them.

help-rig-mind = The checks are calculations, not a promise. Look at everything, follow local rules, and leave mains wiring and overhead work to people who are licensed for it.

help-prove = Shoot, measure, correct.

help-prove-steps = Send the setting to the lamp or set it by hand, and take a test shot.
    Enter readings or mark the photograph. You see what differs from the prediction, and why it may.
    Take the next setting that is proposed.
    Keep what was learned: the next shoot starts from it.

help-prove-mind = Change one thing at a time.
    A reading that fits nothing else may be a wrong note of ISO or power.

help-shelf = What you own, what it costs, and what can be made of it.

help-shelf-steps = Add lamps, stands, sheets, bars and found things: tick generic ones, type your own, or read a table in (CSV).
    Give how many there are and what you paid: what you own is not bought again.
    Measure a thing you found (a tub, a shade, a board) and see what it can become.
    Open “With what I have” for what can be made now, and what one purchase would open up.

help-shelf-mind = A thing measured on the Bench keeps its measures here. Shoots that use it say when they change.
    Prices are yours. Those of generic things are typical, not an offer.

help-bench = Measure a sheet, a face, a black, a lamp or a lens with what you have.

help-bench-steps = Choose what you measure and set it up as the drawing shows.
    Read a light meter, or take photographs at one setting, with the thing and without it.
    Type the readings. The value appears with its ±; repeat the reading that is in doubt.
    Keep it: the thing on the Shelf has your value from now on.

help-bench-mind = Stray light is the usual fault. Read once with the lamp off, and once with the thing covered.
    A value without a measurement is typical for its sort, and its ± is wide.

help-practice = See light on simulated sets, a minute each.

help-practice-steps = Choose an exercise: where a second lamp stands, how much darker a wall is, which layer was taken away, where one card mends a reflection.
    Tap your answer on the drawing, or give it in stops.
    See how far off it was, and why.

help-practice-mind = Look at the nose's shadow first: its side tells the key's side, its edge how soft, its length how high.

help-key-stage = go to a stage

help-key-next = next thing that can be changed

help-key-type = type a value; Esc leaves it

help-key-nudge = nudge by 1 cm or ½ in; with Shift ten times as far

help-key-undo = undo

help-key-redo = redo

help-lengths = Lengths are taken either way anywhere: 1.35 m, 135 cm, 1350 mm, 5' 2 3/4", 62 1/2 in.

help-drag = On the drawings, drag the sheet, the lamp, the camera, the backdrop and the frame's edges, or click a number.
