# What a shoot's readings tell of its set.

fit_agree = Your readings agree with the prediction as well as a meter can tell. Nothing has to change.
fit_explains = This explains your readings: { $parts }. The worst miss goes from { $before } to { $after }.
fit_part =
    { $unknown ->
        [sheet-transmittance] the sheet passes { $times }× what was assumed (95 %: { $low } to { $high }×)
        [lamp-output] the lamp gives { $times }× what was assumed (95 %: { $low } to { $high }×)
        [lamp-distance] the lamp is { $times }× as far from the sheet (95 %: { $low } to { $high }×)
        [wall-reflectance] the paint sends back { $times }× what was assumed (95 %: { $low } to { $high }×)
       *[daylight] daylight adds { $share } of what the lamp gives at the face
    }
fit_rivals =
    These cannot be told apart yet: { $names }.{ $next ->
        [given] { "" }
        [sheet-transmittance] { " " }To do so, read once without the sheet, at the same place.
        [lamp-output] { " " }To do so, read the bare lamp from one metre.
        [lamp-distance] { " " }To do so, measure from lamp to sheet with a tape.
        [wall-reflectance] { " " }To do so, read on the shadow side with the key covered by a hand.
       *[daylight] { " " }To do so, read once with the lamp switched off.
    }
fit_name =
    { $unknown ->
        [sheet-transmittance] the sheet
        [lamp-output] the lamp or its noted power
        [lamp-distance] the distance from lamp to sheet
        [wall-reflectance] the paint of the walls
        [nothing] that all is as assumed
       *[daylight] daylight
    }
fit_next =
    Read next at { $at ->
        [key] the face
        [bare] the face, with the sheet taken away
       *[mark] { $meter }
    }.
fit_outcome = If it reads { $lux } lx: { $names }.
fit_doubt =
    Doubt the reading at { $at ->
        [key] the face
        [bare] the face without the sheet
       *[mark] { $meter }
    }: it is { $off } off what explains the others. Read it again; it was left out.
