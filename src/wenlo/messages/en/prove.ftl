# Prove: headings, buttons, hints.

prove-no-shot-has-a-photograph = No shot has a photograph yet.

prove-changed = changed: { $changed }

prove-kept-on-the-shelf = Kept on the Shelf:

prove-tighten-the-limit = Tighten the limit

prove-what-does-it-teach = What does it teach?

prove-something-failed = Something failed?

prove-take-away = Take away: { $f }

prove-what-failed = What failed

prove-how-it-failed = How it failed

prove-after = after

prove-lamp-at = lamp at

prove-load = load

prove-note-it = Note it

prove-lamp-desk = Lamp desk

prove-key = key { $metric }

prove-colour = Colour

prove-send-to-lamp = Send to lamp

prove-not-sent-yet = Not sent yet.

prove-nobody-listens-where-the-lamp = Nobody listens where the lamp should be.

prove-the-set-has-moved-on = ; the set has moved on

prove-held-at = Held at { $metric }, { $metric_2 }{ $on }.

prove-too-thin-to-meter-find = Too thin to meter? Find it in three test shots

prove-found-stops-from-the-first = Found: { $next }{ $next_2 } stops from the first guess.

prove-take-one-at-stops-at = Take one at { $next }{ $next_2 } stops; at most { $left } more.

prove-begin = Begin

prove-it-is-too-dark = It is too dark

prove-it-is-good = It is good

prove-it-is-too-bright = It is too bright

prove-begin-again = Begin again

prove-next-setting = Next setting

prove-what-the-picture-needs = What the picture needs

prove-two-thirds-down = two thirds down

prove-find-it = Find it

prove-or-from-the-key-s = or from the key’s { $metric } to

prove-wanted = Wanted

prove-or-from-the-photograph-s = or from the photograph’s { $name }, { $grey } over grey, to

prove-over-grey = over grey

prove-leave-alone = Leave alone

prove-keep = keep { $label }

prove-set-it = Set it

prove-set = Set { $control }

prove-the-one-it-is-held = The one it is held against

prove-areas-that-are-measured-drag = Areas that are measured; drag to draw one

prove-stops = { $stops }{ $stops_2 } stops

prove-where-the-photographs-meet = Where the photographs meet

prove-tones-of-black-to-white = Tones of { $name }, black to white

prove-warm = warm

prove-cool = cool

prove-stops-2 = ; { $warm } stops { $cool }

prove-green = green

prove-magenta = magenta

prove-stops-3 = ; { $green } stops { $magenta }

prove-hot-spot = , hot spot { $hot }

prove-stops-from-its-hot-spot = { $edge } ± { $error } stops from its hot spot to its edges{ $hot }

prove-stops-short-of-clean-white = ; { $over } stops short of clean white

prove-clean-white-clipped = { $white } % clean white, { $clipped } % clipped{ $white_2 }

prove-the-worst-ringed-in-the = { $spots } { $what }, the worst { $spots_2 }; ringed in the picture

prove-no-found = no { $what } found

prove-what-was-added-is-from = ; what was added is { $adds_error } from the first area

prove-against-the-other-frame = against the other frame { $error }{ $area }

prove-take-away-2 = Take { $name } away

prove-the-line-is = The line is

prove-the-camera-s-own-curve = The camera’s own curve was found ({ $curve }) and is counted in.

prove-iso = , { $metric }, ISO

prove-photograph = photograph { $k }

prove-shot = shot { $number }, { $k }

prove-hold-against = Hold against

prove-hold-against-another = hold against another…

prove-photographs = Photographs

prove-photograph-of-the-shot = Photograph of the shot

prove-take-a-frame = Take a frame

prove-camera-sets-its-shutter = camera sets its shutter

prove-add-a-photograph = Add a photograph

prove-keep-where-it-was-taken = keep where it was taken

prove-add-the-prediction = Add the prediction

prove-photograph-2 = Photograph { $k }

prove-what-is-drawn = What is drawn

prove-find-the-camera-s-curve = find the camera’s curve from both

prove-take-one-with-the-exposure = Take one with the exposure held, then drag over the face and over its shadow side.

prove-drag-over-the-face-then = Drag over the face, then over its shadow side, to measure them.

prove-shot-2 = Shot { $number }

prove-look = Look

prove-verdict = Verdict

prove-no-verdict-yet = no verdict yet

prove-repeat-it = Repeat it

prove-set-everything-up-as-it = Set everything up as it stood at shot { $number }? It can be undone.

prove-set-it-up = Set it up

prove-leave-it = Leave it

prove-delete = Delete

prove-put-this-shot-in-the = Put this shot in the trash with its photographs?

prove-put-in-the-trash = Put in the trash

prove-keep-2 = Keep

prove-what-one-thing-changed = What one thing changed

prove-notes = Notes

prove-search-all-shoots = Search all shoots

prove-search-the-log-of-all = Search the log of all shoots

prove-no-shot-says-that = No shot says that.

prove-the-log-cannot-be-read = The log cannot be read

prove-opening-the-log = Opening the log…

prove-shots = Shots

prove-contact-sheet = Contact sheet

prove-new-shot-as-it-is = New shot, as it is set

prove-nothing-is-in-the-log = Nothing is in the log yet. Take a frame, write it down with one tap, and change one thing at a time.

prove-all-shots = All shots

prove-pdf = PDF

prove-one-shot = One shot

prove-read-there-next = Enter a reading at { $place }

prove-key-without-the-sheet = Key, sheet taken away

prove-key-at-the-face = key, at the face

prove-readings = Readings

prove-meter = Meter

prove-412-lx = 412 lx

prove-ask-the-meter = Ask the meter

prove-the-set-was-changed-after = The set was changed after this shot. Held against

prove-held-against-the-set = Held against the set

prove-the-set-now = the set now

prove-as-it-stood = as it stood

prove-readings-against-the-prediction = Readings against the prediction

prove-where = Where

prove-read = Read

prove-predicted = Predicted

prove-off-by = Off by

prove-from-the-meter = from the meter

prove-lx = { $lux } lx

prove-lx-2 = { $expected } lx

prove-read-the-key-at-the = Read the key at the face first; two places more tell what is off.

prove-what-explains-the-misses = What explains the misses?

prove-no-settings-written-down = no settings written down

prove-keep-as-read =
    { $unknown ->
        [sheet-transmittance] Keep the sheet as read, on the Shelf
        [lamp-output] Keep the lamp as read, on the Shelf
        [wall-reflectance] Keep the paint as read, on the Shelf
       *[lamp-distance] Set the distance to what was read
    }
