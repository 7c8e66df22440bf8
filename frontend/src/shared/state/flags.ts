// The fewest flags, looked for when somebody asks; the words and the drawings share them.
import { create } from 'zustand';
import type { Schemas } from '../api/client';

type State = { flags: Schemas['FlagResult'][]; set: (flags: Schemas['FlagResult'][]) => void };

export const useFlagMarks = create<State>((set) => ({ flags: [], set: (flags) => set({ flags }) }));
