# How kinds are ranked for a brief: what is good and bad about each, what was done for it, where people disagree, what
# it could be made from, and what a shiny thing mirrors.

## What a kind misses and meets

rank_edge = { $size } gives the shadow edge you want: { $edge }.
rank_edge-none = It throws no shadow edge that anybody could measure.
rank_hard = Too hard: { $size } gives a shadow edge of { $edge }, and you want { $wanted }.
rank_no-larger = No larger one fits.
rank_soft = Softer than you want, however small: the shadow edge is { $edge }.
rank_in-picture = Wherever you turn it, part of it or its lamp is in the picture.
rank_straight = { $share } of the light on the face comes straight from the lamp, so the shadow has a hard core.
rank_missed = { $share } of the lamp's light misses it and lights the room.
rank_loss = It costs { $loss }, and you allow { $most }.
rank_background-none = The background gets no light.
rank_background =
    Background { $stops }, { $off } { $way ->
        [brighter] brighter
       *[darker] darker
    } than you want.
rank_contrast =
    { $way ->
        [deeper] Deeper
       *[flatter] Flatter
    } than you want: { $stops } from the lit side to the shadow side.
rank_apart = The shadow side and the backdrop beside it are only { $stops } apart, so the outline gets lost.
rank_iso = ISO { $iso } at a loss of { $loss }.
rank_iso-over = It needs ISO { $iso }, { $over } over your limit.
rank_money = You still have to buy { $cost } € of parts, { $over } € more than you have.
rank_people =
    It takes { $needs } people to set up, and { $there_n ->
        [one] one will be there
       *[other] { $there } will be there
    }.
rank_build-hours = It takes { $needs } h to build, and you have { $left } h left.
rank_set-up-minutes = It takes { $needs } minutes to set up, and you have { $left }.
rank_dark = The { $surface } gets { $stops } against the key, and you allow { $most } at most.
rank_other-side =
    Its light comes from the wrong side: you want it from the { $side ->
        [left] left
       *[right] right
    }.
rank_round = Its light comes from { $angle } round from the lens, and you want { $wanted }.
rank_height = Its light comes from { $angle } above the eyes, and you want { $wanted }.
rank_sockets = Light from this high leaves the eye sockets { $stops } darker than the forehead.
rank_haze =
    The { $what ->
        [steam] steam
       *[dust] dust
    } hardly shows: light it from behind, toward the lens.
rank_relief = A dent that leans { $lean } shows by { $stops } only. Light that rakes across it shows more.
rank_varies = The key varies by { $stops } over the action area, and you allow { $most }.
rank_even = The key varies by { $stops } over the action area.
rank_from =
    Its light comes { $way ->
        [top] from above
        [side] from the side
        [under] from below
       *[front] from the lens
    }.
rank_mirrors =
    { $share } of the thing mirrors something { $what ->
        [bright] bright
       *[lit] lit
    }, as it should.
rank_mirrors-little =
    { $share } of the thing mirrors something { $what ->
        [bright] bright
       *[lit] lit
    }, and it needs { $least } at least.{ $turned ->
        [yes] { " " }Turn it a little and it mirrors its walls instead of the hole.
       *[no] { "" }
    }
rank_mirrors-much =
    { $share } of the thing mirrors something { $what ->
        [bright] bright
       *[lit] lit
    }, and { $most } is the most it should.
rank_carry = Packed it is { $long } long, and you can carry { $most }.
rank_set-up =
    Set up in { $minutes } minutes by { $people_n ->
        [one] one person
       *[other] { $people } people
    }, with { $stands_n ->
        [0] no stand
        [one] one stand
       *[other] { $stands } stands
    } beside the lamp's.
rank_parts =
    Parts for about { $cost } €{ $still ->
        [all] { "" }
        [some] , of which you still have to buy { $buy } €
       *[nothing] , and you have them all
    }; { $each } € a shoot; { $hours } h to build.
rank_refused = { $why }
rank_no-room = It does not fit the room, however small: the subject stands too near the walls.
rank_lit-by = It does not work with the lamp in the Brief, so it is lit by { $lamp } from your Shelf.

## What was done for a wish

rank_moved =
    It stands { $way ->
        [nearer] nearer
       *[farther] farther
    } than the shadow edge alone would put it, { $goal ->
        [background-down] so that the background gets darker
        [background-up] so that the background gets brighter
        [outline] so that the outline stands out from the backdrop
       *[light] to get enough light
    }.
rank_lamp-nearer = The lamp stands nearer to it, so that less light misses.
rank_smaller =
    Kept smaller { $goal ->
        [carry] so that you can carry it
       *[money] to stay within your money
    }; shadows come out a little harder than you asked.
rank_thinner = One layer fewer, so that less light is lost.
rank_clearer = Made of { $sheet }, which passes more light.

## What suits a finish

finish_why =
    { $finish ->
        [matt] A matt thing looks the same from everywhere; light from above or the side gives it shape.
        [textured] Texture shows where light rakes across it, and vanishes in light from the lens.
        [satin] Satin mirrors softly: a large source in part of it makes it look round.
        [glossy] A glossy thing shows its colour and, on top, whatever it mirrors: give it one large source with a soft edge, and keep the rest dark.
        [varnish] You see dark varnish by what it mirrors: give it a large source in one part and keep the rest dark, or it goes grey or black.
        [wrapped] Film mirrors over the print: keep anything lit out of the mirror's way, and light from the sides.
        [mirror] A mirror shows only what it mirrors, so that has to be large, lit and plain.
       *[translucent] It glows when light comes through it, from below or behind; opaque things on the same ground turn into silhouettes.
    }
finish_comes-from = Here the light comes { $ways }; better: { $better }.
finish_way =
    { $way ->
        [top] from above
        [side] from the side
        [under] from below
       *[front] from the lens
    }
finish_dent = A dent that leans { $lean } shows by { $stops }.
finish_dent-black = A dent that leans { $lean } shows with a black shadow.
finish_mirrors =
    { $share } of it mirrors something lit: { $verdict ->
        [right] as it should
        [little] too little
       *[much] too much
    }. Aim for { $least_n ->
        [0] { $most } at most
       *[other] { $least } to { $most }
    }.

## Where people disagree

dispute_question =
    { $about ->
        [sheet-or-board] Through a sheet, off a board, or both?
        [box-or-sheet] Closed box or open sheet?
        [lamp-facing] Lamp facing the sheet, or facing the back?
        [day-or-lamps] Daylight or lamps?
        [above-or-side] From above or from the side?
        [lining] White lining or mirror lining?
        [layers] One layer or two?
        [measure-or-trial] Measure first, or try?
       *[set-or-after] Right on the set, or corrected afterwards?
    }
dispute_side =
    { $name ->
        [shoot-through] shoot through
        [bounce] bounce
        [book-light] book light
        [enclosed] closed box
        [open] open sheet
        [facing-the-sheet] facing the sheet
        [facing-the-back] facing the back
        [daylight] daylight
        [lamps] lamps
        [above] above
        [side] side
        [by-measure] measure
        [by-trial] try
        [on-set] on the set
       *[afterwards] afterwards
    }
dispute_variant =
    { $name ->
        [white] white
        [mirror] mirror
        [one] one
       *[two] two
    }
dispute_argues =
    { $side ->
        [shoot-through] Keeps the light and stays simple.
        [bounce] Hides the lamp and needs no room behind.
        [book-light] Hides the lamp and is the most even.
        [enclosed] Lets no light past it.
        [open] Cools by itself and takes any lamp.
        [facing-the-sheet] Keeps the light.
        [facing-the-back] Hides the lamp's outline and fills the sheet to its edges.
        [daylight] Costs nothing and is large.
        [lamps] Stay as they are all day.
        [above] Keeps the floor free and the walls darker.
        [side] Lights the eyes and is quick to set.
        [white] Evens the light out and hides dents.
        [mirror] Keeps the beam together.
        [one] Keeps the light.
       *[two] Hides the lamp and evens the sheet.
    } Here the { $kind } gives a shadow edge of { $edge } for { $loss }, lets { $missed } of the light past it, and is set up in { $minutes } minutes.
dispute_alike = They hardly differ here: take the one you own.
dispute_differs = What differs most, and who is ahead: { $ahead }.
dispute_ahead =
    { $measure ->
        [light] light kept
        [spill] least spill
        [depth] deepest shadow side
        [set-up] quickest to set up
       *[money] cheapest
    }: { $who }
dispute_who = { $kind }
dispute_who-varied = { $kind } with { $variant }
dispute_even = The sheet falls { $one } from its middle to its edge with the first, { $other } with the second.
dispute_by-measure = Taped out as drawn, you know the light to ± { $known }; { $spread } of that is how much sold material varies, and one reading takes it away.
dispute_by-trial = From a guess within two stops, it takes about { $shots } shots to get within a third of a stop, halving the doubt each time.
dispute_measure-first =
    { $sure ->
        [yes] The figures are as sure as a test shot here.
       *[no] Measure first and shoot one test: it finds what your material really passes.
    }
dispute_on-set =
    The { $what ->
        [card] card
       *[black] black
    } on the far side has { $stops } to make up, and the sitter sees it.
dispute_lift = Lifting the shadow side { $stops } afterwards makes it as noisy as { $times }× the ISO; in a film you have to match every shot.
dispute_darken = Darkening the shadow side { $stops } afterwards costs no noise, but keeps the soft edge and the colour it was lit with; in a film you have to match every shot.
dispute_on-set-first =
    { $far ->
        [yes] On the set, as far as it goes: more than a stop afterwards shows.
       *[no] Either: it is less than a stop.
    }

## What it could be made from

found_look-for =
    Look for: { $forms }{ $sized ->
        [yes] , about { $sizes }
       *[no] { "" }
    }{ $inside ->
        [yes] { $sized ->
            [yes] { " " }inside
           *[no] { "" }
        }
       *[no] { "" }
    }{ $faces_n ->
        [0] { "" }
        [one] , with one flat face
       *[other] , with { $faces } flat faces
    }{ $wall ->
        [sheet] , white and evenly thick against the light
        [face] , one side white and dull
       *[any] { "" }
    }{ $heaviest_n ->
        [0] { "" }
       *[other] , { $heaviest } at most
    }. { $how }
found_form =
    { $form ->
        [tub] tub or box with an open side
        [tube] tube
        [shade] lampshade or umbrella
        [canvas] stretched canvas
        [frame] picture or window frame
        [carton] carton
        [curtain] curtain, sheet or tablecloth
        [dish] round dish or tin
        [board] stiff light board
        [table] table
        [lens] lens
       *[sheet] stiff translucent sheet
    }
found_side =
    { $side ->
        [width] { $length } wide
        [height] { $length } high
        [depth] { $length } deep
        [focal] { $length } focal length
       *[narrow] { $length } at its narrow end
    }

## What a shiny thing mirrors

mirror_card =
    Put a { $colour ->
        [black] black
       *[white] white
    } card { $side ->
        [camera-left] at camera left
        [camera-right] at camera right
        [above] above the thing
        [in-front] in front of the thing
       *[behind] behind the thing
    }, { $size }, its middle { $aside_n ->
        [0] { "" }
       *[other] { $aside } to the camera's { $right ->
            [yes] right
           *[no] left
        },{ " " }
    }{ $along_n ->
        [0] { "" }
       *[other] { $along } { $behind ->
            [yes] behind
           *[no] in front of
        } the mark,{ " " }
    }{ $height } up: { $share } of the thing shows it{ $colour ->
        [black] { " " }instead of the lamp
       *[white] , { $stops } against a white card at the thing
    }.
mirror_turn =
    It mirrors { $bad }. { $axis ->
        [turned] Turn it about its upright axis
       *[leaned] Lean it back or forward
    } by { $degrees }° and that is gone; so it is if you move the lens { $moved } { $axis ->
        [turned] sideways
       *[leaned] up or down
    }.
mirror_no-turn = It mirrors { $bad }, and no turn up to { $most } takes that out. Move the lens farther aside, or use a longer one.

## Figures of a kind

shown_length = { $length }
shown_size = { $size }
shown_stops = { $stops }
shown_by-stops = { $stops }
shown_deep-stops = { $stops }
shown_not-known = not known
shown_no-light = no light
shown_iso = ISO { $iso }
shown_aperture = { $f }
shown_power = { $power }
shown_money = { $money } €
shown_money-each = { $money } €
shown_mass = { $mass }
shown_hours = { $hours } h
shown_minutes = { $minutes } min
shown_minutes-by =
    { $minutes } min, { $people_n ->
        [one] one person
       *[other] { $people } people
    }
shown_stands = { $stands } beside the lamp's
shown_shoots = about { $uses } shoots
