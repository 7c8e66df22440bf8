# Lights and boards by their job: what is placed, what it does, what must hold of it; and lights against the key lamp.

role_name =
    { $role ->
        [fill_card] Fill with a card
        [fill_lamp] Fill with a lamp
        [rim] Rim from behind
        [halo] Halo on the backdrop
        [top] From the top
        [negative_fill] Black on the shadow side
        [ground] Card under the subject
        [practical] Lamp meant to be seen
       *[pretended] Light as from a lamp or window in the picture
    }
    .detail =
        { $role ->
            [fill_card] a white board on the shadow side, as near as the contrast you want asks
            [fill_lamp] a lamp beside the camera, turned down to the contrast you want
            [rim] a lamp behind the subject, out of the picture, that draws their edge
            [halo] a lamp hidden behind the subject, aimed at the backdrop
            [top] a lamp above and behind the head, for hair and shoulders
            [negative_fill] a black board that keeps the room's light off the shadow side
            [ground] a white board below, that lifts what is under chin or thing
            [practical] a lamp in the picture, bright but not burnt out
           *[pretended] the key turned to where the light seems to come from
        }

role_lamps-full = You have { $most } lamps beside the key already. Take one away.
role_things-full = You have { $most } things in the set already. Take one away.
role_too-weak = At full power it is { $stops } short: bring it nearer, or use a stronger one.
role_too-strong = At its lowest setting it is { $stops } too bright: move it back, or hang a neutral gel in front of it.
role_hidden = Out of the picture.
role_shows =
    The lens sees it: { $cure ->
        [move] move it aside or up
        [raise] raise it, or frame tighter
       *[lower] lower it, or frame tighter
    }.
role_contrast = Contrast { $stops }; you want { $wanted }.
role_on-face = { $share } of the light on the face comes from it.

role_fill-lamp = Beside the camera at { $power } it brings the contrast to { $after }; you want { $wanted }.
role_no-fill = The shadow side is only { $stops } under the key. You need no fill; black would deepen it.

role_rim = It lights the edge { $over } against the key, where the backdrop has { $backdrop }: { $apart } of separation.
role_on-lens =
    { $share } of the light on the lens comes from it{ $flag ->
        [yes] : flag the lens
       *[no] { "" }
    }.

role_halo = Hidden behind the subject at { $power } it brings the middle of the backdrop to { $got }; you want { $wanted }.
role_halo-bright = The backdrop has { $has } already, and you want { $wanted }: flag it instead.
role_backdrop = Backdrop { $stops }.
role_dim = Any one of these takes that away: { $ways }.
role_dim-slit = a slit that lets out 1 part in { $part } ({ $stops })
role_dim-gel = a { $gel } ({ $stops })
role_dim-farther = { $far } from the backdrop instead of { $now } ({ $stops })

role_top = { $rise } above the eyes and { $behind } behind them at { $power }: light comes from { $angle } up, on hair and shoulders.
role_top-low = The ceiling is only { $room } above the eyes: no lamp fits up there.
role_top-near = The backdrop is only { $room } behind the head: no lamp fits between.
role_top-spill =
    On the face it is { $stops } against the rest{ $flag ->
        [yes] : flag it off the nose
       *[no] , so the nose stays dark
    }.

role_practical = It shines { $over } against a white card in the key.
role_in-picture =
    { $seen ->
        [yes] In the picture.
       *[no] Out of the picture: move it in.
    }
role_burns-out =
    { $burns ->
        [yes] It burns out: use a weaker bulb, a gel, or more light on the subject.
       *[no] It keeps its colour.
    }

role_pretended =
    The key turns to { $light }, { $angle } to the camera's { $right ->
        [yes] right
       *[no] left
    }.
role_pretended-none = Nothing in the picture shines: add a window, or a lamp meant to be seen, and ask again.
role_pretended-way =
    { $there ->
        [yes] The key comes from where the light seems to come from.
       *[no] The key turns no farther than { $most }; the light seems to come from { $angle }.
    }
role_pretended-colour =
    { $match ->
        [yes] Their colours are { $apart } mired apart: nobody sees that.
       *[no] Their colours are { $apart } mired apart: put a gel on the key that is as warm or as cold.
    }
role_pretended-level =
    { $brighter ->
        [yes] It outshines the key by { $stops } at the face, so the eye believes that one.
       *[no] It is not brighter at the face than the key.
    }

role_fill-card = { $away } beside the subject it brings the contrast from { $before } to { $after }; you want { $wanted }.
role_fill-card-most = A card does no more here: use a lamp, or a lighter room.
role_board-seen =
    { $black ->
        [yes] Wherever a black would help, the lens sees it: use a longer lens, or set a smaller black by hand.
       *[no] Wherever a card would fill, the lens sees it: use a longer lens, or set a smaller card by hand.
    }
role_black = { $away } beside the subject it deepens the shadow side from { $before } to { $after } under the key.
role_black-takes = It takes { $stops } of what the room sends back.
role_ground =
    Under the { $person ->
        [yes] chin
       *[no] thing
    } there is { $stops } more light.
role_ground-more = { $stops } more from below.

## Lights against the key lamp

balance_level =
    At the face, { $light } is { $stops } { $over ->
        [yes] brighter than the key lamp
       *[no] darker than the key lamp
    }.
balance_up =
    To come level, turn the key lamp up { $stops } ({ $dial_n ->
        [0] its dial is at the end
       *[other] its dial has { $dial } left
    }), put { $lamps } lamps like it side by side, bring it { $times }× nearer, or hang a neutral sheet of { $stops } { $window ->
        [yes] over the window
       *[no] between it and the subject
    }.
balance_down = To come level, turn it down { $stops }.
balance_colour =
    It is { $apart } mired { $warmer ->
        [yes] warmer
       *[no] colder
    }: { $gel_known ->
        [yes] { $gel } on the key lamp brings them to { $left } mired
       *[no] no gel here matches it
    }.
balance_colour-alike = Their colours match.
balance_sun = The key stays within a third of a stop from { $start } to { $end }. In the hours around that it moves by up to { $stops }.
