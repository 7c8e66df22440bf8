// Where what the thing mirrors stands, and the cards that it should show, on a plan or a side view.
import { useRankingWords } from '../messages/ranking';
import type { Mirrors } from '../state/mirrors';
import type { Scale } from './scale';

export function MirrorMarks({
  mirrors,
  view,
  scale: s,
}: {
  mirrors: Mirrors;
  view: 'plan' | 'side';
  scale: Scale;
}) {
  const say = useRankingWords();
  return (
    <g className="mirror-marks">
      {mirrors.parts.map((part) =>
        part.share < 0.02
          ? null
          : part[view].map(([a = 0, b = 0], i) => (
              <circle
                // biome-ignore lint/suspicious/noArrayIndexKey: a place has no other name
                key={`${part.key} ${i}`}
                cx={s.x(a)}
                cy={s.y(b)}
                r={1.6}
                className={`mirror-spot mirror-${part.look}`}
              />
            )),
      )}
      {mirrors.cards.map((card) => (
        <path
          key={say(card.says)}
          d={`M${card[view].map(([a = 0, b = 0]) => `${s.x(a)} ${s.y(b)}`).join('L')}Z`}
          className={`mirror-card is-${card.colour}`}
        >
          <title>{say(card.says)}</title>
        </path>
      ))}
    </g>
  );
}
