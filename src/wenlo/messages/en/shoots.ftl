# Shoots: headings, buttons, hints.

shoots-changed = Changed

shoots-shown-now = , shown now

shoots-kept-aside-somebody-else-s = , kept aside: somebody else’s value is shown

shoots-picture-then = Picture then

shoots-then = Then

shoots-picture-now = Picture now

shoots-now = Now

shoots-nothing-is-different-from-now = Nothing is different from now.

shoots-and-more = and { $more } more

shoots-what-is-different = What is different

shoots-name = Name

shoots-such-as-as-shot-on = such as: as shot on Tuesday

shoots-this-device-is-called = This device is called

shoots-another-way = { $slice }, another way

shoots-set-it-back-to-this = Set it back to this

shoots-go-on-from-here-as = Go on from here as another shoot

shoots-how-it-stood = How it stood

shoots-history = History

shoots-earlier = Earlier

shoots-no-picture = no picture

shoots-what-would-look-like = What { $title } would look like

shoots-new-title-of = New title of { $title }

shoots-last-changed = last changed

shoots-rename = Rename { $title }

shoots-copy = Copy { $title }

shoots-delete = Delete { $title }

shoots-put-this-shoot-in-the = Put this shoot in the trash? It is kept there for 30 days.

shoots-put-in-the-trash = Put in the trash

shoots-called = Called { $title }

shoots-shoots = Shoots

shoots-new-shoot = New shoot

shoots-import-project = Import project

shoots-trash = Trash

shoots-that-did-not-work-nothing = That did not work. Nothing was changed.

shoots-a-word-of-its-title = a word of its title

shoots-find-a-shoot = Find a shoot

shoots-in-which-order = In which order

shoots-by-title = by title

shoots-no-shoot-has-in-its = No shoot has “{ $trim }” in its title.

shoots-show-all = Show all

shoots-nothing-here-yet = Nothing here yet

shoots-a-shoot-holds-one-brief = A shoot holds one brief and the modifier you design for it. Take the job below that is nearest to yours, or start a new one; every answer has a sensible default.

shoots-start-from-a-job = Start from a job

shoots-each-is-a-whole-shoot = Each is a whole shoot: brief, set, lamp, modifier and build, within its own wishes. Change what is yours.

shoots-of = of { $of }

shoots-put-back = Put back

shoots-delete-for-good = Delete { $name } for good

shoots-delete-this-for-good-nobody = Delete this for good? Nobody can bring it back then.

shoots-delete-for-good-2 = Delete for good

shoots-the-trash-is-empty = The trash is empty

shoots-shoots-shots-photographs-and-things = Shoots, shots, photographs and things of the Shelf that you delete are kept here for 30 days.

shoots-from-what-i-have = From what I have

shoots-kinds-that-can-be-made = A new shoot that begins with your lamps and stuff: what can be made tonight comes first
