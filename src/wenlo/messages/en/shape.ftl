# Shape and the gauge strip: headings, buttons, hints.

shape-waiting = Working out the light…

shape-modifier = modifier

shape-section = { $kind }, section

shape-side = { $kind }, from the side

shape-all-kinds = All kinds for this brief…

shape-from-subject = From the subject

shape-controls = Modifier

## The gauge strip

gauges-name = Gauges

gauges-cures = Bring it into its band

gauges-apply = Apply

gauges-apply-this = Apply: { $what }

gauges-levers = A tenth more of…

gauges-how-sure = How sure it is

gauges-as-it-reads = Built and set up, 95 of 100 sets like this read the same. What may move it:

gauges-in-practice = Built and set up, 95 of 100 sets like this lie at { $spread }. That may come from:

gauges-computed = How it is computed

gauges-trying = Trying sizes and distances…

gauges-no-answer = No answer.

gauges-last-good = The last good figures are shown.

gauges-in-band = in band.

gauges-open = Open for the reason and the cure

gauges-spread = likely { $spread }

gauges-stops = { $text } stops

gauges-out =
    { $side ->
        [unknown] not known
        [below] { $gauge ->
            [shadow_edge] too hard
            [contrast] too flat
            [background] too dark
           *[exposure] out of reach
        }
       *[above] { $gauge ->
            [shadow_edge] too soft
            [contrast] too deep
            [background] too bright
            [evenness] too uneven
            [exposure] out of reach
           *[loss] too much
        }
    }

## Figures

figures = Figures

figures-which = Which figures

figures-light = light
    .detail = What the light is like

figures-picture = picture
    .detail = What the exposure costs the picture

figures-what-if = what if
    .detail = What a length or an angle does to the light

## Shadow and mirrors

shadow-and-mirrors = Shadow edge and mirrors

shadow-on-face = Shadow edge on the face

shadow-or-mirrors = Shadow edge or mirrors

shadow-tab = shadow

shadow-now = now { $edge }

shadow-now-name = Shadow edge now: { $edge }

shadow-wanted = wanted { $edge }

shadow-wanted-name = Wanted shadow edge: { $edge }

shadow-across = { $width } across

mirrors-heading = What the thing mirrors

mirrors-tab = mirrors
    .detail = What the thing shows of its surroundings

## Notes

note-level =
    { $level ->
        [warning] Look out
        [caution] Caution
       *[hint] Note
    }

note-mend = Fix it

note-mend-this = Fix it: { $what }

note-mended = What did not fit

## Controls

control-sheet = Sheet

control-material = Material

control-layers = Layers

control-layers-hang = Layers hang

control-gap = Gap

control-lamp = Lamp

control-gel = Gel

control-zoom = Zoom
    .detail = 24 to 105 mm

control-height = Height

control-key-angle = Key angle
    .detail = from the camera; + is camera right

control-frame = Frame

control-foot = Foot length

control-kind = Modifier's parameters

lamp-level = level with the sheet's middle

lamp-put-level = put it level with the sheet's middle

layers-hang =
    { $how ->
        [apart] apart
       *[touching] touching
    }

frame-not =
    { $of ->
        [tube] No square tube
        [pipe] No pipe
       *[other] Not of this
    }: { $why }

## What is taken back is called so

edit-layers =
    { $count_n ->
        [one] 1 layer
       *[other] { $count } layers
    }

edit-layers-hang =
    { $how ->
        [apart] Layers apart
       *[touching] Layers touching
    }

edit-lamp-level = Lamp level with the sheet

edit-lamp-moved = Lamp moved

## Drawings

drawing-section = Side section, to scale

drawing-side = Side view, to scale
    .detail = The modifier and the subject from the side, to scale

drawing-front = Front view, to scale
    .detail = The frame from the subject's side, to scale

drawing-ceiling = ceiling

drawing-face = face

drawing-lamp = lamp

dimension-sheet = Distance from sheet to subject

dimension-lamp = Distance from lamp to sheet

dimension-face = Face height

dimension-lamp-height = Lamp height

dimension-width = Frame width

dimension-height = Frame height

dimension-standing = Standing height

glow-key = Stops below the brightest part of the sheet

glow-first = 0 to ½

glow-last = 4 and more

glow-below = stops below the brightest

glow-source = The source as the subject sees it, its glow in stops below its brightest
    .detail = Glow in stops below the brightest

## The predicted picture

picture = Predicted picture

picture-how = How the picture is shown

picture-name = The subject as the camera sees it

picture-as-set = as set
    .detail = At the camera setting of the Brief

picture-right = right
    .detail = At the exposure that the meter calls right

picture-stops = stops
    .detail = Stops from middle grey

picture-outline = outline
    .detail = How far the subject stands out from what is behind it

picture-taking = taking it…

picture-clearing = clearing up…

outline-place =
    { $place }: the subject over what is behind it{ $faint ->
        [yes] ; hardly seen
       *[no] { "" }
    }

outline-dark = dark

outline-merges = merges

outline-words = Stops of the subject over (+) or under (−) what is behind its outline.

kind-picture = The subject lit by the { $kind }

kind-picture-none = no picture

## What the thing mirrors

mirrors-problem = What the thing mirrors could not be worked out: { $why }

mirrors-waiting = looking into the thing…

mirrors-part = mirrors

mirrors-share = of it

mirrors-brightness = brightness
    .detail = Against a white card at the thing

mirrors-of = { $share }

mirrors-look =
    { $known ->
        [yes] { $stops }, { $look ->
            [lit] lit
            [dim] dim
            [dark] dark
            [lamp] a hot spot
           *[other] not wanted
        }
       *[no] { $look ->
            [lit] lit
            [dim] dim
            [dark] dark
            [lamp] a hot spot
           *[other] not wanted
        }
    }

mirrors-nothing = It does not shine, so nothing is mirrored in it.

## Materials side by side

row-now = now

row-light = { $stops }

row-spill = spill { $share }

row-keep-below = keep below { $celsius }

row-edge = edge { $edge }

row-yours = yours

row-use = use

row-use-this = Use { $what }

row-problem = They could not be compared: { $why }

row-waiting = trying each…

row-name = { $what }, side by side

## What if

curve =
    { $of ->
        [edge] Shadow edge
        [loss] Loss
        [evenness] Evenness
       *[missed] Spill
    }

curve-value = { $value }

curve-wish =
    { $of ->
        [edge] wanted
       *[loss] at most
    } { $value }

what-if-every = every { $what }

what-if-changed = What is changed

what-if-size = the whole size

what-if-width = width { $width }

what-if-problem = The curves could not be worked out: { $why }

what-if-waiting = following it…

## The source

source-scale =
    { $size }, to its own scale{ $opening ->
        [yes] ; an opening: the light is seen through it
       *[no] { "" }
    }

shape-from-above-the-camera-is = { $width } × { $height }, from above; the camera is below

shape-plan = Plan

shape-light-over-the-room = Light over the room

shape-reading-the-light = reading the light…

shape-holds = holds

shape-too-bright = too bright

shape-too-dark = too dark

shape-what-holds = What holds

shape-stops-from-the-light-at = Stops from the light at the face

shape-the-light-over-the-room = The light over the room could not be read; try another layer, or again.

shape-stops-from-the-light-at-2 = Stops from the light at the face.

shape-at-worst = ±{ $error } at worst.

shape-from-the-side-on-the = { $name } from the side, on the common scale

shape-your-present-kind = (your present kind)

shape-good = Good:

shape-bad = Bad:

shape-you-could-make-it-from = You could make it from…

shape-use-this-size = Use this size

shape-use-it = Use it

shape-compare = compare

shape-from-the-side = from the side

shape-on-the-same-head = on the same head

shape-side-by-side = Side by side

shape-all-kinds-for-this-brief = All kinds for this brief

shape-sizing-every-kind-of = sizing every kind: { $done } of

shape-done-s = done, { $seconds } s

shape-stop = Stop

shape-back-to-the-list = Back to the list

shape-side-by-side-2 = Side by side ({ $compared })

shape-back-to-the-design = Back to the design

shape-the-kinds-could-not-be = The kinds could not be ranked: { $message } Try again.

shape-where-people-disagree-argued-for = Where people disagree, argued for this brief

shape-see-them-side-by-side = See them side by side

shape-where-people-disagree = Where people disagree

shape-cannot-serve-this-brief = Cannot serve this brief

kind-why = Why

kind-why-not = Why not

kind-takes = It takes

kind-and-more = and { $count } more

kind-all = More

kind-less = Less

kind-what-if = What if it were larger or smaller?

kind-why-not-any = Why not…?

kind-weight = { $weight }

kind-cannot = { $kind }: { $why }

kind-is-first = { $kind } is first for this brief.

kind-is-placed = { $kind } is number { $place } of { $count }: { $weight } weighs against it, { $best } against { $first }.

kind-misses-nothing = It misses nothing that you asked for.

kind-what-weights-mean = 1 is about what one stop, or twice or half of a wish, weighs. Set-up time, stands and what is still to buy weigh a little, too.

kind-each-the-smallest = Each the smallest that gives the wanted shadow edge here; side views on one scale.

kind-stopped-after = Stopped after { $done } of { $total } kinds; these are sized.

kind-figure = { $of ->
    [edge] shadow edge
    [size] size
    [exposure] exposure
    [loss] loss
    [contrast] contrast
    [background] background
    [cost] parts
    [buy] to buy
    [cost_per_use] a shoot
    [build] to build
    [mass] weighs
    [setup] set up
    [packed] packed
    [strike] strike
    [stands] stands
   *[lasts] lasts
}

against = Compare the picture

against-bare = the bare lamp

against-before = before the last change

against-now = as it is now
