/** The six stages, in the order in which people work. */
export const STAGES = ['brief', 'shape', 'place', 'build', 'rig', 'prove'] as const;
