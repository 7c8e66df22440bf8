# Shelf: headings, buttons, hints.

shelf-from-the-side-on-the = { $name } from the side, on the common scale

shelf-shadow-edge-loses-with = { $size }, shadow edge { $edge }, loses { $loss }; with { $lamp_name }.

shelf-to-buy-about = To buy, about { $cost } €:

shelf-everything-is-on-the-shelf = Everything is on the Shelf.

shelf-use-it = Use it

shelf-for-which-shoot = For which shoot?

shelf-choose-a-shoot-at-the = Choose a shoot at the top; its brief decides what the light must do.

shelf-with-what-i-have-for = With what I have, for { $title }

shelf-making-every-kind-of-the = making every kind of the Shelf: { $done } of

shelf-done = done

shelf-stop = Stop

shelf-try-again = { $message } Try again.

shelf-one-purchase-opens = One purchase opens

shelf-about = ({ $amount }, about { $price } €): { $opens }

shelf-one-purchase = One purchase

shelf-cannot-be-made-of-it = Cannot be made of it

shelf-with-what-i-have = With what I have

shelf-what-it-can-become = What it can become

shelf-working-out-its-light = working out its light…

shelf-no-kind-that-wenlo-knows = Wenlo knows no modifier that is made of a thing of this form.

shelf-the-shoot = the shoot

shelf-use-it-for = Use it for { $shoot }

shelf-of-the-light-that-falls = Of the light that falls on it: { $name }

shelf-light-over-the-angle-from = Light over the angle from straight ahead

shelf-front-and-side-to-scale = Front and side to scale: { $width } × { $height } × { $depth }

shelf-from-the-side-against-a = From the side, against a person 1.7 m tall

shelf-its-colour = Its colour

shelf-generic-with-typical-values-put = Generic, with typical values. Put it on your Shelf to count it and to change them.

shelf-put-it-on-my-shelf = Put it on my Shelf

shelf-versions = Versions

shelf-another-measured-beam = Another measured beam

shelf-measured-beam-ies-eulumdat = Measured beam (IES, EULUMDAT)

shelf-ies-file = IES file

shelf-eulumdat-file = EULUMDAT file

shelf-take-the-beam-away = Take the beam away

shelf-take-away = Take away { $name }

shelf-photograph = Photograph

shelf-photographs = Photographs

shelf-name-of-the-item = Name of the item

shelf-i-have = I have

shelf-where-the-values-come-from = Where the values come from

shelf-copy = Copy

shelf-take-off-the-shelf = Take off the Shelf

shelf-take-it-off-the-shelf = Take it off the Shelf? Shoots that use it keep its values, and it is in the trash for 30 days.

shelf-take-it-off = Take it off

shelf-measured-at-the-bench-look = Measured at the Bench: look, or read again

shelf-measure-it-at-the-bench = Measure it at the Bench

shelf-note = Note

shelf-note-where-it-lies-what = Note: where it lies, what it was used for

shelf-shelf = Shelf

shelf-what-is-shown = What is shown

shelf-find-on-the-shelf = Find on the Shelf

shelf-for-which-shoot-2 = For which shoot

shelf-what-things-can-become-is = What things can become is worked out for the brief of this shoot

shelf-to-the-shoot = To the shoot

shelf-bench = Bench

shelf-csv = CSV

shelf-import-csv = Import CSV

shelf-that-did-not-work-nothing = That did not work. Nothing was changed.

shelf-categories = Categories

shelf-nothing-of-yours-here-yet = Nothing of yours here yet: { $about }. Start from a generic thing, or from nothing.

shelf-choose-from-generic-things = Choose from generic things

shelf-new-one-from-nothing = New one from nothing

shelf-nothing-is-called-so-try = Nothing has that name. Try fewer letters, or look among the generic things.

shelf-found = Found

shelf-items = Items

shelf-choose-a-thing-to-see = Choose a thing to see what it does to light and to change its values.

shelf-tick-what-you-have = Tick what you have

shelf-ticked-things-are-typical = Each goes on your Shelf with typical values, and what can be made of it is worked out anew below. Measure it later on the Bench.
