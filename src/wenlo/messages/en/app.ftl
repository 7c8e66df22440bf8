# App: headings, buttons, hints.

app-theirs = Theirs

app-mine = Mine

app-and-more = and { $more } more

app-both-stay-in-the-history = Both stay in the history.

app-somebody-else-changed-this-too = Somebody else changed this too

app-show-theirs = Show theirs

app-keep-mine = Keep mine

app-key = { $name }: { $question } (key { $i })

app-stages = Stages

app-to-the-list-of-shoots = To the list of shoots

app-opening-the-shoot = Opening the shoot…

app-title-of-the-shoot = Title of the shoot

app-also-here = Also here: { $words }

app-wenlo = Wenlo

app-all-shoots = All shoots

app-undo = Undo

app-undo-ctrl-z = Undo (Ctrl Z)

app-redo = Redo

app-redo-ctrl-shift-z = Redo (Ctrl Shift Z)

app-history = History

app-history-who-changed-what-and = History: who changed what, and back to how it stood

app-shelf = Shelf

app-what-you-own-and-can = What you own and can buy: lamps, sheets, stock, found objects

app-bench = Bench

app-measure-a-sheet-a-face = Measure a sheet, a face, a lamp, a lens, an outline

app-units = Units

app-ft-in = ft in

app-dim-theme = Dim theme

app-light-theme = Light theme

app-dim-the-screen-where-it = Dim the screen where it is dark

app-help = Help
