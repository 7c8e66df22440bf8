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

gauges-computed = How it is computed

gauges-trying = Trying sizes and distances…

gauges-no-answer = No answer.

gauges-last-good = The last good figures are shown.

gauges-in-band = in band.

gauges-open = Open for the reason and the cure

gauges-spread = { $spread } by material

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
