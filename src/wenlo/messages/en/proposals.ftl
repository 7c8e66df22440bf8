# What brings a gauge into its band, and how each gauge is worked out. A message is what to do, its .reason what comes
# of it.

## Levels in the room

offer_backdrop =
    { $way ->
        [away] Move the subject away from the backdrop
       *[toward] Move the subject toward the backdrop
    }
    .reason = At { $distance } the backdrop gets { $stops } against the face (you want { $wanted }).
offer_backdrop-none =
    { $way ->
        [away] Move the subject away from the backdrop
       *[toward] Move the subject toward the backdrop
    }
    .reason = The best this room allows is { $stops }, at { $distance }. Choose a darker or lighter backdrop, flag the side of the sheet toward it, or bring the sheet nearer to the face.
offer_nearer-for-background = Bring the light nearer to the face
    .reason = At { $distance } the face gets more light and the backdrop does not, so it falls to { $stops }.
offer_room-first = Get the set into the room first
    .reason = The set does not fit the room, so nobody knows what its walls send back.
offer_walls =
    { $cloth ->
        [yes] Hang heavy black cloth on the walls
       *[no] Walls in { $finish }
    }
    .reason = Only the room fills the shadow side: the contrast becomes { $then } (now { $now }, you want { $wanted }).
offer_distance-for-contrast = Put the light { $distance } from the face
    .reason =
        { $way ->
            [gains] The key gains on what the room sends back
           *[falls] The key loses against what the room sends back
        }: the contrast becomes { $contrast }.
offer_iso = Set ISO { $iso }
    .reason = At { $aperture } that exposes the face right.
offer_open-up = Open up to { $aperture }
    .reason = You are { $over } short at ISO { $iso }. The wider opening makes that up and leaves less in focus.
offer_aperture = Set { $aperture }
    .reason = At ISO { $iso } that exposes the face right.
offer_raise-iso = Raise to ISO { $iso }
    .reason = You are { $short } short at { $aperture }.
offer_power = Set the lamp to { $power }
    .reason = With the camera as it is, that exposes the face right.
offer_full-power = Full power and ISO { $iso }
    .reason = Full power alone is { $short } short.
offer_too-bright = Too bright at the lowest setting
    .reason = At its lowest setting the lamp is { $over } too bright. What takes that away:
offer_nearer = Bring the light to { $distance }
    .reason = That makes up { $stops }; the shadow edge becomes { $edge }.
offer_nearer-not-enough = Bringing the light nearer is not enough
    .reason = No distance makes up { $stops } with this lamp. Use a stronger lamp or a thinner sheet.

## A lamp that is too bright at its lowest setting

offer_neutral = Hang a { $gel } in front of the lamp
    .reason = It takes { $stops } and changes neither the spread nor the shadow edge.
offer_layer = Add a layer
    .reason = It takes { $stops }; the shadow edge goes from { $edge } to { $edge_then }, the fall across the sheet from { $falls } to { $falls_then }.
offer_farther-to-dim =
    { $what ->
        [lamp] Move the lamp back from the sheet
       *[light] Move the whole light back
    }, to { $distance }
    .reason = It takes { $stops }; the shadow edge goes from { $edge } to { $edge_then }, the fall across the sheet from { $falls } to { $falls_then }.
offer_close-down = Close down to { $aperture }
    .reason = More is in focus; spread and shadow edge stay. Windows and other lamps get darker too.
offer_faster = Shutter 1/{ $part } s
    .reason = Movement gets sharper; spread and shadow edge stay. Mains lamps may flicker at so short a time.
offer_still = { $stops } are left to lose.
offer_over-lowest = You can then turn it up { $stops } from its lowest setting.

## The sheet itself

offer_smallest = Smallest frame for this shadow edge at this distance
    .reason = { $size } at { $distance } gives { $edge } (you want { $wanted }). With the lamp { $lamp } behind it the sheet works like a strip { $strip } wide, and { $missed } of the light misses it.
offer_smallest-none = Smallest frame for this shadow edge at this distance
    .reason = No frame under this ceiling reaches { $wanted }: even { $size } gives { $edge }, because the lamp lights only its middle. Move the lamp back from the sheet, or bring the sheet nearer.
offer_frame-and-lamp = Smallest frame with the lamp moved back in proportion
    .reason = { $size } with the lamp { $lamp } behind it gives { $edge }. The sheet stays as even, and { $missed } of the light misses it.
offer_farthest = Farthest distance for this frame
    .reason =
        { $distance } ({ $off } { $way ->
            [farther] farther
           *[nearer] nearer
        }) gives a shadow edge of { $edge }, and farther is too hard. At the face it { $costs ->
            [yes] costs
           *[no] gains
        } { $light }.
offer_farthest-none = Farthest distance for this frame
    .reason = Even at { $distance } from the face this frame does not reach { $wanted }: the lit part of the sheet is too small. Move the lamp back from the sheet.
offer_lamp-back = Move the lamp back
    .reason = { $distance } behind the sheet the lamp fills more of it: the shadow edge grows to { $edge }, and { $missed } of the light misses the sheet.
offer_even = Move the lamp until the sheet is even enough
    .reason =
        { $distance } behind the sheet ({ $off } { $way ->
            [back] back
           *[forward] forward
        }) the glow falls { $falls } to the edge. At the face that { $costs ->
            [yes] costs
           *[no] gains
        } { $light }, and { $missed } of the light misses the sheet.
offer_even-none = Move the lamp until the sheet is even enough
    .reason = No distance up to { $most } is even enough: this sheet sends most of the light straight on. Choose a denser sheet, add a layer, or allow more than { $limit }.
offer_more-layers = Add a layer
    .reason =
        { $layers } layers fall { $falls } to the edge ({ $enough ->
            [yes] enough
           *[no] not enough alone
        }), and the loss becomes { $loss }.
offer_spill = Farthest the lamp may stand behind the sheet
    .reason = At { $distance } { $missed } misses the sheet. The glow then falls { $falls } to the edge, and the shadow edge is { $edge }.
offer_spill-none = Keep the light on the sheet
    .reason = This lamp shines past the sheet from any distance: give it a dish, doors, or cloth round the sides.
offer_larger-for-spill = Larger frame with the lamp where it is
    .reason = { $size } catches all but { $missed } of the light.
offer_fewer-layers = One layer fewer
    .reason = The loss falls to { $loss }; the shadow edge becomes { $edge }.
offer_softest = Softest sheet within { $limit }: { $sheet }
    .reason = It loses { $loss } and gives a shadow edge of { $edge }.
offer_loss-within = In its band
    .reason = You lose { $loss } of the { $limit } you allow: nothing has to change.
offer_out-of-room =
    { $beyond ->
        [wall] That is beyond the wall: turn the key angle, or use a wider lamp.
       *[room] It does not fit this room as it stands.
    }

## Any kind: one length or its size

offer_within = In its band
    .reason = { $value }: nothing has to change.
offer_size =
    { $way ->
        [larger] Larger
       *[smaller] Smaller
    }: { $times }× the size
    .reason = { $size } gives { $value }.
offer_length = Set the { $label } to { $after }
    .reason = From { $before } to { $after } gives { $value }.
offer_no-length = No single length does it
    .reason = It is { $value } now, and no length within { $reach }× its present value brings it into the band. Try another kind.
offer_of-length = { $value }
offer_of-stops = { $value }
offer_of-share = { $value }

## How each gauge is worked out

how_shadow-edge = 10–90 % width of the shadow = (x90 − x10) · b/(d − b). x10 and x90 are where 10 % and 90 % of the light at the face has been counted across the sheet (its real luminance × projected solid angle, with the lamp seen through the weave); d is sheet to face, b edge to face.
    .reason = similar triangles over the solved luminance; 0.80 of the full width for an even strip
how_contrast = log2 of what the side of the face toward the key gets over what its far side gets, each 45° aside of the lens.
    .reason = two flat meters, each with everything in the set counted: key, other lamps, cards, walls, floor and ceiling
how_background = log2 of the flat reading on the backdrop behind the face over the flat reading at the face toward the sheet.
    .reason = both readings include what the room sends back
how_evenness = log2 of the sheet's luminance toward the face in its middle over that in the middle of its dimmest edge, each averaged over a sixteenth of the sheet; only light the sheet scatters.
    .reason = lamp area sampled, the sheet's cosⁿ lobe evaluated for each pair of directions
how_spill = Share of the lamp's lumens that meet something other than the sheet first, from directions drawn by its beam.
    .reason = I(θ) = I₀ cosᵐ θ from the lamp's beam angle; quasi-random directions
how_loss = log2 of the bare lamp, aimed at the meter from where it hangs, over the reading with the modifier, both without the room.
    .reason = flat receptor toward the sheet; layers in contact by the adding formulas
how_exposure = N²/t = E·S/C, with C = 340 for the dome toward the camera and 250 for the flat receptor toward the sheet; for a flash N² = H·S/C.
    .reason = ISO 2720
how_sheet = Sheet
    .reason =
        { $sheet }, { $layers_n ->
            [one] one layer
           *[other] { $layers } layers
        }{ $apart ->
            [one] { "" }
            [apart] , { $gap } apart
           *[touching] , touching
        }: passes { $passes } ({ $least }–{ $most }), straight through { $straight } ({ $source })
how_face = Face
    .reason = { $face } ({ $source })
how_kind = Modifier
    .reason = { $kind }, { $size }, { $away } from the face
how_lamp = Lamp
    .reason = { $lamp }, { $gap } from the middle of the modifier ({ $source })
how_occluder = Edge
    .reason = { $away } from the face
