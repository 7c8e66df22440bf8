// Flags that were found, on a plan or a side view.

import { useSetWords } from '../messages/set';
import { useFlagMarks } from '../state/flags';
import type { Scale } from './scale';

export function FlagMarks({ view, scale: s }: { view: 'plan' | 'side'; scale: Scale }) {
  const flags = useFlagMarks((state) => state.flags);
  const say = useSetWords();
  return flags.map((flag) => (
    <path
      key={say(flag.says)}
      d={`M${flag[view].map(([a = 0, b = 0]) => `${s.x(a)} ${s.y(b)}`).join('L')}Z`}
      className="mirror-card is-black"
    >
      <title>{say(flag.says)}</title>
    </path>
  ));
}
