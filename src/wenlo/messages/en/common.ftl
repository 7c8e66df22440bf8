# Common: headings, buttons, hints.

common-click-to-type-arrow-keys = { $label }: click to type, arrow keys to nudge

common-enter-to-type-arrow-keys = { $label }: { $text }. Enter to type, arrow keys to nudge

common-drag = Drag: { $label }

common-what-of-the-action-area = What of the action area holds

common-light-in-stops-from-the = Light in stops from the key

common-action-area = action area

common-plan-of-the-room-to = Plan of the room, to scale

common-backdrop-distance = backdrop distance

common-key-angle = key angle

common-camera-distance = camera distance

common-room-depth = Room depth

common-room-width = Room width

common-distance-to-the-backdrop = Distance to the backdrop

common-camera-distance-2 = Camera distance

common-backdrop = backdrop

common-find-the-fewest-flags = Find the fewest flags

common-flags-for-what-must-stay = Flags for what must stay dark

common-of = : { $done } of { $total }

common-trying-flags = trying flags{ $total }…

common-try-again = { $message } Try again.

common-stops-against-the-key = stops against the key

common-at-most = at most

common-now = now

common-with-them = with them

common-flags = Flags

common-to-the-right = To the right

common-from-the-subject-camera-s = from the subject, camera's right

common-behind = Behind

common-is-toward-the-camera = − is toward the camera

common-height = Height

common-lamp = Lamp

common-width = Width

common-in-the-wall-nearest-to = in the wall nearest to its place

common-opening = Opening

common-daylight = Daylight

common-overcast-on-open-ground = overcast, on open ground

common-aimed-at = Aimed at

common-gel = Gel

common-hue = Hue

common-0-red-120-green-240 = 0 red, 120 green, 240 blue; – is white

common-saturation = Saturation

common-take-it-away = Take it away

common-on-or-off = { $name }: on or off

common-no-dial = no dial

common-power = { $name } power

common-solo = solo

common-this-lamp-alone-again-all = This lamp alone; again, all as before

common-solo-2 = solo: { $name }

common-face = face

common-shade = · shade

common-backdrop-2 = · backdrop

common-lamp-desk = Lamp desk

common-stops-against-all-the-light = Stops against all the light at the face

common-window = Window

common-to-scale = { $width } × { $height }, to scale

common-what-each-part-of-the = What each part of the thing mirrors

common-the-thing-mirrors = The thing mirrors { $words }

common-measure-it-as-it-is = Measure it as it is sold. It goes on your Shelf, for this shoot and others.

common-another-size-or-one-of = Another size, or one of your own

common-use-it = Use it

common-assumed = assumed

common-cloths-for-this-frame = Cloths for this frame

common-the-sheet = the sheet

common-cloth-is-on = Cloth { $k } is on

common-cloth = Cloth { $k }

common-floppy = floppy

common-a-flap-as-high-as = A flap as high as the frame hangs from its lower edge

common-take-cloth-away = Take cloth { $k } away

common-which-cloth-is-on = Which cloth is on

common-one-more-cloth = One more cloth

common-made-of = Made of

common-new-parts = new parts

common-yours = { $name } (yours)

common-none = none

common-version-of-it-you-have = Version { $version } of it; you have { $version_2 } now.

common-take-the-newest = Take the newest

common-corner = Corner

common-bar = Bar

common-batten = Batten

common-pipe-of-the-stand = Pipe of the stand

common-posts-are = Posts are

common-brace-up-and-back = Brace, up and back

common-top-with-other-posts = Top with other posts

common-0-no-posts-to-swap = 0: no posts to swap

common-feet-are = Feet are

common-structure = Structure

common-board = Board

common-border = Border

common-stands = Stands

common-hook-and-loop = Hook-and-loop

common-carrying-bag = Carrying bag

common-joints = Joints

common-saw = Saw

common-yes = yes

common-no = no

common-kept-here-sent-when-wenlo = { $names }: kept here, sent when Wenlo answers.
