# Figures, gauges and notes of the light. Each message of a figure is its name; .value is what it reads, .spread what the
# usual spread of the material makes of it, .detail what it means for the picture. Notes are one sentence or two: what
# will happen, and what to do.

## Gauges

gauge_shadow-edge = Shadow edge
    .value = { $edge }
    .spread =
        { $spread ->
            [yes] { $low }–{ $high }
           *[no] { "" }
        }
    .detail =
        Whatever is { $away } from the face throws a shadow with an edge { $edge } wide: { $word ->
            [crisp] crisp
            [firm] firm
            [gentle] gentle
            [soft] soft
           *[wrapped] the light wraps round
        }. The { $wide } wide source works like an even strip { $strip } wide.

gauge_shadow-edge-none = Shadow edge
    .value = –
    .detail = What throws the shadow is { $away } from the face, at or behind the sheet. Give a smaller distance in the Brief.

gauge_contrast = Contrast
    .value = { $stops }
    .spread =
        { $spread ->
            [yes] { $low }–{ $high }
           *[no] { "" }
        }
    .detail = The lit side gets { $stops } more light than the far side, with every lamp and wall counted. { $room } of the light at the face comes back from walls, floor and ceiling.

gauge_contrast-unknown = Contrast
    .value = –
    .detail = The set does not fit the room, so nobody can say what the walls send back.

gauge_background = Background
    .value = { $stops }
    .spread =
        { $spread ->
            [yes] { $low } to { $high }
           *[no] { "" }
        }
    .detail =
        The backdrop gets { $off } { $way ->
            [less] less
           *[more] more
        } light than the face.

gauge_background-unknown = Background
    .value = –
    .detail = The set does not fit the room, so nobody can say how much light reaches the backdrop.

gauge_evenness = Evenness
    .value = { $falls }
    .spread =
        { $spread ->
            [yes] { $low }–{ $high }
           *[no] { "" }
        }
    .detail = The glow falls { $falls } from the middle of the sheet to its edge, and { $corner } to the worst corner. The brightest patch is { $peak }× the mean.

gauge_evenness-none = Evenness
    .value = –
    .detail = No sheet shines toward the face, so there is nothing to be even.

gauge_spill = Spill
    .value = { $missed }
    .spread =
        { $spread ->
            [yes] { $low }–{ $high }
           *[no] { "" }
        }
    .detail = { $missed } of the lamp's light misses the sheet and goes into the room.

gauge_spill-none = Spill
    .value = –
    .detail = By day there is no lamp whose light could miss.

gauge_loss = Loss
    .value = { $stops }
    .spread =
        { $spread ->
            [yes] { $low }–{ $high }
           *[no] { "" }
        }
    .detail = The modifier costs { $stops } against the bare lamp where it hangs, and { $at_sheet } against the bare lamp in the sheet's place. Real sheets of this sort: { $low } to { $high } stops.

gauge_loss-dark = Loss
    .value = no light
    .detail = No light reaches the face, so there is no loss to tell.

gauge_exposure = Exposure
    .value = { $set }
    .spread =
        { $spread ->
            [yes] { $low }–{ $high }
           *[no] { "" }
        }
    .detail =
        The meter at the face reads { $reading } { $flash ->
            [yes] lx·s
           *[no] lx
        }. Set { $set } with { $beside }{ $timed ->
            [yes] , { $time }
           *[no] { "" }
        }. { $now ->
            [right] Your present setting is right.
            [over] Your present setting is { $off } over.
           *[under] Your present setting is { $off } under.
        }

gauge_exposure-power = Exposure
    .value = { $set }
    .spread =
        { $spread ->
            [yes] { $low } to { $high }
           *[no] { "" }
        }
    .detail =
        The meter at the face reads { $reading } { $flash ->
            [yes] lx·s
           *[no] lx
        } at the present power. Set the lamp to { $set } for { $beside }{ $timed ->
            [yes] , { $time }
           *[no] { "" }
        }. { $now ->
            [right] Your present setting is right.
            [over] Your present setting is { $off } over.
           *[under] Your present setting is { $off } under.
        }

gauge_exposure-none = Exposure
    .value = no light
    .detail = No light reaches the meter, so there is nothing to set.

## What may be off in a real set, and how far that moves a figure

doubt_part =
    { $part ->
        [material] what real sheets of this sort pass
        [lamp] what the lamps give, a fifth either way unless measured
        [place] lamp and modifier placed within { $placed }
        [angle] turned within 2°
        [size] the sheet's size within { $cut }
        [paint] what paint and floor send back
       *[sampling] what the computation may be off by
    }

## Figures of every light

figure_effective = Effective size
    .value = { $across } × { $upright }
    .detail = Of { $size }: an even source of this size has the same shadow edges.

figure_apparent = Apparent size
    .value = { $angle } sr
    .detail = Seen from the face it fills { $share } of the half-space in front of it. Larger is softer.

figure_edge-upright = Edge, up and down
    .value = { $edge }
    .detail = Shadow edge under a nose or a chin.

figure_edge-upright-none = Edge, up and down
    .value = –
    .detail = What throws the shadow is at or behind the sheet.

figure_corner = Worst corner
    .value = { $stops }
    .detail = Below the middle of the sheet.

figure_hot-spot = Hot spot
    .value = { $peak }×
    .detail = Brightest patch over the mean of the sheet. Glasses and varnish show it.

figure_dark-sheet = Hot spot
    .value = –
    .detail = No sheet shines toward the face.

figure_outline = Lamp through the weave
    .value =
        { $seen ->
            [no] not seen
            [bare] bare lamp
           *[yes] { $times }×
        }
    .detail = What the lamp adds to the brightness of the cloth beside it. { $through } of the light comes straight through.

figure_head = Fall-off over the head
    .value = { $stops }
    .detail = From the near cheek to the far ear, { $depth } farther from the light.

figure_key = Light at the face
    .value =
        { $reading } { $flash ->
            [yes] lx·s
           *[no] lx
        }
    .detail = A flat meter toward the sheet, at the power set. The ± holds for 95 of 100 real sets like this.

figure_room = Returned by the room
    .value = { $share }
    .detail = Of the light at the face. Dark walls return less and deepen the shadows.

figure_room-unknown = Returned by the room
    .value = not known
    .detail = The set does not fit the room.

figure_loss-at-sheet = Loss at the sheet's place
    .value = { $stops }
    .detail = Against the bare lamp standing where the sheet is.

## What the exposure costs the picture

figure_sharp = In focus
    .value =
        { $near } to { $horizon ->
            [yes] the horizon
           *[no] { $far }
        }
    .detail = Focused at { $focus }, at the setting that exposes right.

figure_movement = Movement
    .value =
        { $state ->
            [still] nothing moves
            [hidden] stays sharp
           *[seen] { $times }× too much
        }
    .detail = At { $speed } in { $time }, against the most that still looks sharp.

figure_noise = Noise
    .value =
        { $grain ->
            [clean] clean
            [fine] fine grain
            [plain] plain to see
           *[coarse] coarse
        }
    .detail = Middle grey stands { $ratio } times over its grain, with the whole picture seen at once.

figure_veil = Stray light
    .value =
        { $seen ->
            [yes] { $stops } under grey
           *[no] not seen
        }
    .detail = A clean lens spreads a hundredth of the light that falls on it over the blacks.

figure_glare = Glare at the eye
    .value = { $glare }
    .detail =
        The sitter finds it { $looks ->
            [dazzling] dazzling
            [bright] bright to look into
           *[pleasant] pleasant to look at
        }.

figure_glare-flash = Glare at the eye
    .value = a flash
    .detail = A single burst does not dazzle for long.

figure_flicker = Flicker
    .value = { $stops }
    .detail = From one exposure to the next on { $hertz } Hz mains, from the { $lamp }.

figure_flicker-none = Flicker
    .value = none
    .detail = On { $hertz } Hz mains every exposure gets the same light.

figure_white = White at the face
    .value = { $kelvin }, Duv { $off }
    .detail = Your camera is balanced for { $balance }. Worked out in RGB: spiky lamps may look otherwise.

## A face

face_sockets = Eye sockets
    .value =
        { $stops } { $way ->
            [under] under
           *[over] over
        } the forehead
    .detail =
        { $dark ->
            [yes] They look empty. Bring the light lower, or hold a card under the chin.
           *[no] They look empty from { $limit } under it.
        }

face_parts = Over the face
    .value = cheek to cheek { $cheeks }
    .detail = Against the key's reading: { $parts }.

face_part =
    { $part ->
        [forehead] forehead
        [eye-sockets] eye sockets
        [lit-cheek] lit cheek
        [far-cheek] far cheek
       *[chin] chin
    } { $stops }

## Rules of thumb, worked out

rule_loss = You need
    .value = { $times }× the power ({ $stops })
    .detail =
        { $thirds_n ->
            [0] Less than a click on the dial.
            [one] 1 third-stop click on the dial.
           *[other] { $thirds } third-stop clicks on the dial.
        }{ $flash ->
            [yes] { " " }The flash recycles { $times }× as long and gives 1/{ $times } of the shots of a charge.
           *[no] { "" }
        }

rule_warmth =
    Warmth of the { $what ->
        [sheet] sheet
        [ceiling] ceiling
        [lining] lining
       *[face] face
    }
    .value =
        { $mired } mired { $way ->
            [warmer] warmer
           *[cooler] cooler
        }
    .detail = What it does once to the light of a lamp of { $kelvin }.

rule_hangs = Hangs on the { $hold }
    .value = { $mass }
    .detail =
        { $most } may hang there.{ $droops ->
            [yes] { " " }It will droop: take a lighter cloth or a smaller size, or put a stand under it.
           *[no] { "" }
        }

rule_layers = The lamp stops showing with
    .value =
        { $enough ->
            [no] more layers than fit
           *[yes] { $count_n ->
                [one] 1 layer
               *[other] { $count } layers
            }
        }
    .detail =
        Then the lamp adds at most { $ratio }× the brightness of the sheet beside it{ $alone ->
            [yes] { "" }
           *[no] , and no ring or spot of its size differs from the sheet by more than a third of a stop
        }.

rule_lamps = Even enough with
    .value =
        { $enough ->
            [no] no number of lamps
           *[yes] { $count_n ->
                [one] 1 lamp
               *[other] { $count } lamps
            }
        }
    .detail = The glow then falls { $falls } to the edge. You asked for { $wanted } at most.

rule_substitute =
    { $first ->
        [yes] Instead of the sheet
       *[no] Or
    }
    .value = { $sheet }
    .detail = { $changes }.

rule_brightness =
    { $stops } { $way ->
        [brighter] brighter
       *[darker] darker
    }

rule_spreads =
    { $way ->
        [less] spreads less, with a hotter middle
       *[more] spreads more, a more even sheet
    }

rule_bare-lamp = lets more of the bare lamp through

rule_keep-below = keep it below { $celsius }

rule_alike = much the same

## Snoots and beams

beam-figure_spot =
    { $shape ->
        [disc] Spot
       *[slot] Stripe
    }
    .value = { $wide } wide
    .detail =
        { $read ->
            [yes] Measured in the computed light, to half of its brightness; straight lines give { $lines }.{ $off ->
                [yes] { " " }Light off the inside ({ $inside }) makes the difference.
               *[no] { "" }
            }
           *[no] Too faint to measure in the computed light, so by straight lines.
        } { $core_n ->
            [0] No core: the lamp is wider than the opening. Nothing goes straight beyond { $field }.
           *[other] Core { $core }, nothing straight beyond { $field }.
        }

beam-figure_edge =
    Edge of the { $shape ->
        [disc] spot
       *[slot] stripe
    }
    .value =
        { $sharp ->
            [yes] none
           *[no] { $edge }
        }
    .detail = From nine tenths of its light to one tenth. Straight lines give { $lines } from all to nothing.

beam-figure_aim = 1° of turn moves it
    .value = { $moves }
    .detail = It is turned { $turn } from straight at the backdrop, tilted { $tilt }. 1 cm of height moves it { $rise }.

beam-figure_halo = Halo beside it
    .value = { $stops } under the spot
    .detail = Just outside the field, off the inside of the tube ({ $inside }), without the room.

beam-figure_halo-faint = Halo beside it
    .value = too faint to tell
    .detail = Just outside the field, off the inside of the tube ({ $inside }), without the room.

beam-figure_raked = On the backdrop behind
    .value = { $length }
    .detail = It lands { $way } from the opening, stretched { $stretched }× by the slant.

beam-figure_raked-along = On the backdrop behind
    .value = runs along it
    .detail = It reaches the backdrop { $way } from the opening.

beam-figure_other =
    { $tube_n ->
        [0] Without a tube
       *[other] With the tube of { $tube }
    }
    .value = { $wide } wide, edge { $edge }
    .detail =
        The { $shape ->
            [disc] spot
           *[slot] stripe
        } is then { $times }× as wide as now.

beam-figure_other-spread =
    { $tube_n ->
        [0] Without a tube
       *[other] With the tube of { $tube }
    }
    .value = no edge
    .detail =
        The { $shape ->
            [disc] spot
           *[slot] stripe
        } runs over the whole face.

## Grids

cell-figure_cutoff = Cells cut off at
    .value = { $cut }
    .detail = Half of the light is gone at { $half }. Cells { $deep } deep would cut off at { $narrow }.

cell-figure_loss = The cells cost
    .value = { $stops }
    .detail = Straight ahead, with and without them.

cell-figure_kept = Off { $aside } to the side
    .value = { $stops } darker
    .detail = Than without the cells, against the light straight ahead.

cell-figure_count =
    { $cells ->
        [straws] Straws
       *[cells] Cells
    }
    .value = { $count }
    .detail =
        { $wide } wide, { $deep } deep{ $packs_n ->
            [0] { "" }
            [one] , 1 pack of { $pack }
           *[other] , { $packs } packs of { $pack }
        }. They weigh { $mass }.

## Flags

cage-figure_flag =
    Flag for the { $protects ->
        [backdrop] backdrop
        [ceiling] ceiling
       *[lens] lens
    }
    .value =
        { $stops_n ->
            [99] all dark
           *[other] { $stops } darker
        }
    .detail =
        { $size }, its shadow edge { $edge } soft there.{ $short ->
            [yes] { " " }Cut short to spare the key.
           *[no] { "" }
        }

cage-figure_key = Key with the flags
    .value =
        { $same ->
            [yes] as before
           *[no] { $stops } less
        }
    .detail = At the face, against the same set without flags.

cage-figure_fewest = Fewest for the background
    .value =
        { $flags ->
            [none] none needed
            [there] the one toward the backdrop
           *[one] one toward the backdrop
        }
    .detail = Without flags it is { $level }. You asked for { $wanted }.

## Acrylic tables

flexed-figure_shadow = Shadow under the thing
    .value =
        { $shadowless ->
            [yes] shadowless
           *[no] { $stops } deep
        }
    .detail = Where all the light from above is kept off. Nobody sees a tenth of a stop.

flexed-figure_under-needed = Shadowless from about
    .value =
        { $state ->
            [enough] { $times }× from below
            [none] no light below
           *[never] never: too much comes back from above
        }
    .detail = Light from below against the lamp above. Much more turns a flat opaque thing into a silhouette.

flexed-figure_ground = Ground over the thing's front
    .value = { $stops }
    .detail = Against a white front: clean white from about a stop over, flare from about three.

flexed-figure_least-bend = Tightest bend
    .value = { $least }
    .detail =
        { $tight ->
            [yes] The sheet is bent tighter than that and will crack in time.
           *[no] 330 times the { $thick } of the sheet. Yours is bent to { $bend }.
        }

flexed-figure_sag = Flat part sags
    .value = { $sag }
    .detail =
        Flat { $flat }, with the back curved { $back }{ $front ->
            [yes] , with both curves { $both }
           *[no] ; a front pulled down lifts it
        }. A batten under its middle takes it away.

flexed-figure_down = { $length }

flexed-figure_up = { $length } upward

## Focusing spots

focusing-figure_field = Field at the subject
    .value = { $wide } wide
    .detail = { $angle }: the gate seen from the lens.

focusing-figure_edge = Its edge
    .value = { $edge }
    .detail =
        { $image ->
            [yes] Sharp with the gate { $gate } behind the lens.
           *[no] The gate is inside the focus: no image there.
        }

focusing-figure_share = Out of the lens
    .value = { $share }
    .detail =
        Of the lamp's light. { $fills ->
            [yes] The lamp fills lens and gate.
           *[no] To fill lens and gate the lamp would have to be { $needed } wide, or nearer.
        }

## Foil doors

door-figure_place =
    { $place ->
        [backdrop] Backdrop
        [ceiling] Ceiling
       *[floor] Floor
    } with doors
    .value =
        { $way ->
            [none] no light there
            [same] no change
            [darker] { $stops } darker
           *[brighter] { $stops } brighter
        }
    .detail =
        { $place ->
            [backdrop] On the backdrop beside the subject
            [ceiling] On the ceiling over the subject
           *[floor] On the floor before the subject
        }, against the bare lamp in the same place.

door-figure_edge = Edge of the doors' shadow
    .value = { $edge }
    .detail = On the backdrop. Longer pieces make it harder.

door-figure_vents = Lamp's vents
    .value = { $clear } clear
    .detail =
        The vents of the { $lamp } begin { $begin } behind the rim.{ $clips ->
            [yes] { " " }So little foil holds with clips, not with tape.
           *[no] { "" }
        }

door-figure_vents-covered = Lamp's vents
    .value = covered by { $over }
    .detail = The vents of the { $lamp } begin { $begin } behind the rim. Fold the foil back { $most } at most, or the lamp overheats.

door-figure_roll = Left on the roll
    .value = { $left }
    .detail =
        Of { $of }, { $more_n ->
            [0] too little for any piece of this lamp's
            [one] enough for 1 more of its smallest piece, or for flags
           *[other] enough for { $more } more of its smallest piece, or for flags
        }.

door-figure_roll-short = Left on the roll
    .value = not enough
    .detail = { $short } are missing. Make the pieces shorter, or fewer.

## Grounds of boxes and tents

ground-figure_panels = Ground behind the thing
    .value = flat for { $flat }
    .detail = The panels meet in a line that the lens sees.

ground-figure_not-tried = Ground behind the thing
    .value = not known
    .detail = Nobody tried how far { $ground } bends. Bend it round tins until it creases.

ground-figure_stiff = Ground behind the thing
    .value = does not bend
    .detail = { $ground } creases at such a curve. Choose loose panels, or another ground.

ground-figure_curve = Ground behind the thing
    .value = flat for { $flat }
    .detail = Then a curve of { $radius } or more. Bent tighter, { $ground } creases.

ground-figure_goes-in = Thing goes in
    .value = standing, lying, turned
    .detail = { $over } over it standing, { $beside } beside it lying.

ground-figure_goes-some = Thing goes in
    .value = { $fits }
    .detail = But { $short }.

ground-figure_goes-not = Thing goes in
    .value = not at all
    .detail = It is too large: { $short }.

ground-figure_fits =
    { $way ->
        [standing] standing
        [lying] lying
       *[turned] turned
    }

ground-figure_way =
    { $way ->
        [standing] standing
        [lying] lying
       *[turned] turned
    } needs { $more } more

thing-figure_white = Ground comes out
    .value =
        { $state ->
            [flares] { $stops } over clean white
            [white] clean white
           *[grey] { $stops } under clean white
        }
    .detail =
        With the front exposed right. { $state ->
            [flares] It flares and lifts the blacks of the thing: put less light on it, or move it back.
            [white] { $more } more and it flares.
           *[grey] That much more light makes it white. A stop beyond that it flares.
        }

tent-figure_shape = Key side over far side
    .value = { $stops }
    .detail =
        { $shape ->
            [flat] Flat: little shape.
            [one-sided] One-sided.
           *[some] Some shape.
        }

tent-figure_above = Key side over above
    .value = { $stops }
    .detail = What the side of the thing gets over its top.

tent-figure_ground = Ground over the thing's front
    .value = { $stops }
    .detail = Light on the back against that on the front.

## Other kinds

negative-figure_panel = Shadow side
    .value =
        { $stops } { $way ->
            [deeper] deeper
           *[lighter] lighter
        }
    .detail = Than without the { $panel }, { $away } from the face, in this room.

overhead-figure_seat = The face is
    .value = { $inside } inside
    .detail = Inside the canvas' edge and { $under } under it: it sees all of the canvas.

overhead-figure_seat-outside = The face is
    .value = { $outside } outside
    .detail = Outside the canvas' edge and { $under } under it: it sees less of the canvas, from one side.

overhead-figure_cut =
    { $side ->
        [front] Dark beyond, behind the subject
        [back] Dark beyond, on the lamp's side
       *[sides] Dark beyond, at the sides
    }
    .value = { $out } from the middle
    .detail = From there on nothing of the canvas is seen at the height of the face.

overhead-figure_uncut =
    { $side ->
        [front] Dark beyond, behind the subject
        [back] Dark beyond, on the lamp's side
       *[sides] Dark beyond, at the sides
    }
    .value = nowhere
    .detail = No skirt hangs on that side, so the light goes on.

pattern-figure_projected =
    { $piece ->
        [slat] Slat
        [bar] Bar
       *[leaf] Leaf
    } on the { $where ->
        [backdrop] backdrop
       *[subject] subject
    }
    .value = { $wide }
    .detail = Cut { $cut } wide, { $before } before the lamp.

pattern-figure_blur = Its blur
    .value = { $edge }
    .detail =
        { $shows ->
            [yes] { $share } of its width.
           *[no] More than its own width: no pattern shows.
        }

pattern-figure_contrast = Pattern at the subject
    .value =
        { $over ->
            [yes] over { $stops }
           *[no] { $stops }
        }
    .detail = From the brightest to the darkest of one piece and its gap, without the room.

card-figure_aimed = Aim of the card
    .value = on the face
    .detail = Turned { $turn }, tilted { $tilt }.

card-figure_aim = Aim of the card
    .value = turn { $wanted_turn }, tilt { $wanted_tilt }
    .detail = That sends the middle of the light to the face. Now it is turned { $turn }, tilted { $tilt }.

card-figure_fill = Fill of the card
    .value = { $stops } on the shadow side
    .detail = Lit side over shadow side: { $there } with the card, { $without } without it.

card-figure_white = Against white card
    .value = { $stops } at the face
    .detail = And { $beside } at { $away } beside it. Shiny faces send light one way, white card everywhere.

flash-figure_second = Second flash against the first
    .value = { $stops }
    .detail = It recycles in about { $time } of the time.

flash-figure_second-off = Second flash
    .value = off
    .detail = The first lights alone.

booth-figure_side =
    { $side ->
        [front] Front
        [left] Left
       *[right] Right
    } under the top
    .value = { $stops }
    .detail = Light on that side of the thing against that from the roof.

booth-figure_raise = Raised by { $by }
    .value = { $stops } more
    .detail = On its top, now { $gap } under the roof.

booth-figure_sliver = Sliver card, { $lift } more
    .value = { $away } from it
    .detail =
        White, { $size }, under the light of the roof and square to the detail on the { $side ->
            [left] left
           *[right] right
        }.

booth-figure_sliver-not = Sliver card, { $lift } more
    .value = does not do it
    .detail = A white card { $size } cannot lift a detail that much, however near it is.

dome-figure_turn = Turn a flat thing by
    .value = { $turn }
    .detail = Or the hole shows in it. The dark spot ends at half the hole's angle.

dome-figure_hole = Hole the lens needs
    .value = { $least }
    .detail =
        { $free ->
            [yes] The corners of the picture are free.
           *[no] A smaller hole cuts the corners of the picture. Move the lens up to it, or take a longer lens.
        }

dome-figure_shape = Key side over far side
    .value = { $stops }
    .detail = Over the light from above: { $above }.

## What does not fit

misfit_hole = The hole is cut for a lens that looks down by { $hole }. In the Brief the camera looks down by { $camera }.

misfit_too-large =
    The thing is { $size } { $way ->
        [wide] wide
       *[high] high
    } and does not go into the { $kind }.{ $none ->
        [yes] { " " }No box of this kind is large enough for it.
       *[no] { "" }
    }

misfit_roof = The thing is { $size } high. There are { $room } under the roof.

misfit_hangs =
    { $way ->
        [over] The thing hangs { $off } over the ground.
       *[into] The thing is sunk { $off } into the ground.
    } Put the ground where the thing stands.

misfit_found = The { $found } has other sizes than the design, so it is not used and a new one is made: { $sides }.

misfit_found-side = { $side } { $size }, not { $wanted }

misfit_in-wall = A lamp stands { $through } through a wall, the floor or the ceiling.

## Notes

note_refused = { $why }

note_in-picture = The { $kind } is in the picture: the lens sees { $field } across. Turn the key angle farther, move the modifier back, or take a longer lens.

note_hard-core = { $share } of the light at the face comes straight through the weave, so the shadow has a hard core. Add a second layer.

note_outline = The outline of the lamp shows through the sheet: it adds { $times }× the brightness of the cloth beside it. Glasses and varnish will mirror it. Add a layer.

note_heat = Heat: { $sheet } must stay below { $limit }, and the { $lamp } is only { $gap } away. Feel the sheet after a few minutes. The lamp maker's distance comes first.

note_droops = { $mass } hang on the { $hold }, which carries { $most }: it will droop. Take a lighter cloth or a smaller size, or hold it up from below.

note_tall = At { $height } it is taller than a person. Put sandbags on both feet before the sheet goes on.

note_of-kind = { $what }

note_all-off = Every lamp is off. Switch one on at the lamp desk.

note_rendering = { $lamp }: colour rendering { $quality }. It leaves { $hurts }, and the picture here cannot show that.

note_unlike = The lamps differ in colour: { $cold } and { $warm } are { $apart } mired apart, so no white balance suits both. Put a warm gel on the colder one, or a blue one on the warmer.

note_flicker = At { $time } the { $lamp } flickers by { $stops } from one exposure to the next on { $hertz } Hz mains. Set 1/{ $double } s or 1/{ $hertz } s to let whole swings through.

note_veil = Stray light: what falls on the lens lifts the blacks to { $stops } under middle grey. Flag the lens, or turn the light that it looks into.

note_glare = Glare: the sitter looks into a source that dazzles. Add a layer, move the lamp back, or let them look away between shots.

note_too-tall = The frame is { $over } too tall for the ceiling at { $ceiling }.

note_beyond-wall = The lamp would stand { $beyond } beyond the wall. Bring it nearer to the sheet, or turn the key angle. Until then the light that the room returns is left out.

note_in-wall = Part of the { $kind } is in a wall, the ceiling or the backdrop. Move it or make it smaller. Until then the light that the room returns is left out.

note_camera-in-wall = The camera would stand { $short } behind the wall: the room is { $deep } deep and the backdrop takes { $backdrop }.
