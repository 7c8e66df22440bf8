// Flags that were found, on a plan or a side view.
import { useFlagMarks } from '../state/flags';
import type { Scale } from './scale';

export function FlagMarks({ view, scale: s }: { view: 'plan' | 'side'; scale: Scale }) {
  const flags = useFlagMarks((state) => state.flags);
  return flags.map((flag) => (
    <path
      key={flag.text}
      d={`M${flag[view].map(([a = 0, b = 0]) => `${s.x(a)} ${s.y(b)}`).join('L')}Z`}
      className="mirror-card is-black"
    >
      <title>{flag.text}</title>
    </path>
  ));
}
