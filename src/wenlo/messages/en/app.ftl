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

app-stage = { $of ->
    [brief] Brief
    [shape] Shape
    [place] Place
    [build] Build
    [rig] Rig
   *[prove] Prove
}

app-stage-asks = { $of ->
    [brief] what must the picture look like?
    [shape] how big, how far, how many layers?
    [place] where does everything stand?
    [build] what to buy, cut and join?
    [rig] what holds it, cools it, keeps it dry?
   *[prove] what did the shots tell?
}

app-save = { $of ->
    [saving] Saving…
    [offline] Offline: kept here, trying again
    [conflict] Changed by somebody else, too
    [refused] Not accepted; last good state shown
   *[saved] Saved
}
