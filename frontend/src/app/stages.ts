/** The six stages, in the order in which people work. */
export const STAGES = [
  { key: 'brief', name: 'Brief', question: 'what must the picture look like?' },
  { key: 'shape', name: 'Shape', question: 'how big, how far, how many layers?' },
  { key: 'place', name: 'Place', question: 'where does everything stand?' },
  { key: 'build', name: 'Build', question: 'what to buy, cut and join?' },
  { key: 'rig', name: 'Rig', question: 'what holds it, cools it, keeps it dry?' },
  { key: 'prove', name: 'Prove', question: 'what did the shots tell?' },
] as const;
