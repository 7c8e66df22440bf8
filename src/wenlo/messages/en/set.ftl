# What stands in the set: what cannot stand, what meters read, where light goes, what must stay dark, maps of the light.

clash_lamp-out = The lamp of the { $kind } is { $far } through { $surface }: bring it nearer, or turn the key angle.
clash_out = { CAP($thing) } is { $far } through { $surface }, so its light and shade are left out.
clash_modifier-out = The { $kind } is { $far } through { $surface }: make it smaller, lower or nearer.
clash_second-out = The { $kind } of { $light } is { $far } through { $surface }, so it is left out of the light.
clash_second-lamps = The { $kind } of { $light } has { $lamps } lamps; only the first one shines here.
clash_second-seen = The { $kind } of { $light } is in the picture: turn it farther round, or move it back.
clash_each-other = { CAP($thing) } and { $other } stand in each other.
clash_in-modifier = { CAP($thing) } stands in the { $kind }.
clash_alcove = The alcove is larger than its place in the { $wall }, so it is left out.
clash_alcove-gable = Under a sloping roof the end wall takes no alcove here, so it is left out of the light.
clash_camera-out = The camera stands { $short } behind the wall: come nearer, or use a shorter lens.
clash_modifier-seen = The { $kind } is in the picture: turn the key angle farther, or move it back.
clash_legs = { CAP($thing) } is { $near } from a wall, and a stand's legs need { $legs }. Clamp or hang it.
clash_lamp-through = { CAP($thing) } hangs { $far } through { $surface }.
clash_lamp-inside = { CAP($thing) } is inside { $other }.
clash_lamp-over = { CAP($thing) } is above { $other }, where no stand fits: use a small stand or a clamp on { $other }.
clash_lamp-seen = { CAP($thing) } is in the picture. Move it out, hide it behind the subject, or mark it as meant to be seen.
clash_at-subject = { CAP($thing) } stands where the subject is.
clash_at-camera = { CAP($thing) } stands where the camera is.
clash_before = { CAP($thing) } stands in front of the subject in the picture: it blocks the lens's view.
clash_shows = { CAP($thing) } shows in the picture.
clash_surface =
    { $name ->
        [left-wall] the left wall
        [right-wall] the right wall
        [front-wall] the wall behind the camera
        [end-wall] the end wall
        [floor] the floor
        [slope] the sloping ceiling
       *[ceiling] the ceiling
    }

## Meters that stay

meter_outside = It stands outside the room.
meter_dark = No light comes here.
meter_parts = { $parts }.
meter_part =
    { $share } { $lamp } { $way ->
        [direct] straight
        [modifier] by way of the modifier
       *[room] returned by the room
    }
meter_cure =
    { $way ->
        [room] To darken it, hang black cloth on the wall or ceiling that sends { $lamp } back: { $all ->
            [yes] it may take all of it
           *[no] it takes { $takes } at most
        }.
        [direct] A flag between { $lamp } and here takes { $all ->
            [yes] all of it
           *[no] { $takes }
        }.
       *[modifier] A flag at the modifier's edge, or { $lamp } farther away, takes up to { $all ->
            [yes] all of it
           *[no] { $takes }
        }.
    }

## Where light goes

flow_sky = Sun and sky come from all over: there is no lamp to follow.
flow_lands = First lands: { $parts }. { $face } % of all its light reaches the face, one way or another.
flow_part = { $share } { $surface }
flow_named-part = { $share } { $surface }
flow_surface =
    { $name ->
        [sheet] the sheet
        [face] the bounce face
       *[none] nothing
    }

sun_up =
    At { $hour } the sun stands { $height } high in the { $way ->
        [n] north
        [ne] north-east
        [e] east
        [se] south-east
        [s] south
        [sw] south-west
        [w] west
       *[nw] north-west
    }.
sun_down = At { $hour } the sun is { $height } below the horizon.

## What must stay dark, and flags for it

dark_level = { CAP($surface) }: { $reached } now, { $most } at most.
dark_flags =
    A flag of { $flags } { $enough ->
        [yes] does it
       *[no] brings it
    }: { $after }.
dark_flag = { $size } at the { $at }
dark_others = The flags for the other surfaces do it: { $after }.
dark_none = No flag helps: light off the other walls lights it, so darken those, or move the light away from it.

flag_unknown = The set does not fit the room, so nobody knows the light on its surfaces.
flag_not-needed = Every surface is as dark as you want it. You need no flag.
flag_enough =
    { $flags_n ->
        [one] One flag keeps every surface under its limit.
       *[other] { $flags } flags keep every surface under its limit.
    }
flag_not-enough =
    { $flags_n ->
        [0] No flag helps
        [one] One flag helps
       *[other] { $flags } flags help
    }, but the { $surface } stays { $over } over: the rest comes off the other walls, or past the sheet from the room. Darken the walls, narrow the beam, or bring the source nearer.
flag_cost = The key loses { $stops }.
flag_place =
    Black, { $size }, at the { $at }, for the { $surface }: its middle { $aside } to the camera's { $right ->
        [yes] right
       *[no] left
    }, { $along } { $behind ->
        [yes] behind
       *[no] in front of
    } the mark, { $height } up. Its edge is { $soft ->
        [yes] too soft there to be seen
       *[no] { $edge } soft there
    }{ $cut ->
        [yes] ; it is cut short to spare the key
       *[no] { "" }
    }.

## Maps of the light

map_unknown = There is no such surface in the set, or the set does not fit the room, so nobody knows the light on it.
map_range = { $best } to { $worst } against the face.
map_holds = { $range } from the best to the worst place; { $share } of it stays within { $vary }.
