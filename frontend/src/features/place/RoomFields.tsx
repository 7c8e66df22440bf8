// The room or the open air: size, sloping ceiling, alcove.

import type { Catalogue, Shoot } from '../../shared/api/client';
import { usePlaceWords } from '../../shared/messages/place';
import { Choice } from '../../shared/ui/Choice';
import { Quantity } from '../../shared/ui/Quantity';
import { ShelfChoice } from '../../shared/ui/ShelfChoice';

const SLOPES = [
  { id: 'none', name: 'level' },
  { id: 'left', name: 'slopes down on the left' },
  { id: 'right', name: 'slopes down on the right' },
  { id: 'both', name: 'slopes down on both sides' },
];
const ALCOVES = [
  { id: 'none', name: 'none' },
  { id: 'left wall', name: 'in the left wall' },
  { id: 'right wall', name: 'in the right wall' },
  { id: 'end wall', name: 'in the end wall' },
];

export function RoomFields({ document, data }: { document: Shoot; data: Catalogue }) {
  const t = usePlaceWords();
  const { room } = document.brief;
  return (
    <>
      <Choice
        path="brief.room.outdoors"
        label={t('place-where')}
        options={[
          { id: 'false', name: 'in a room' },
          { id: 'true', name: 'outdoors' },
        ]}
      />
      {room.outdoors ? (
        <ShelfChoice
          path="brief.room.floor"
          label={t('place-ground-is')}
          options={data.finishes}
          category="backdrop"
        />
      ) : (
        <>
          <Quantity path="brief.room.width" kind="length" label={t('place-width')} />
          <Quantity
            path="brief.room.depth"
            kind="length"
            label={t('place-depth')}
            hint={t('place-along-the-lens')}
          />
          <Quantity path="brief.room.height" kind="length" label={t('place-ceiling')} />
          <Choice path="brief.room.slope" label={t('place-ceiling-is')} options={SLOPES} />
          {room.slope !== 'none' ? (
            <>
              <Quantity
                path="brief.room.knee"
                kind="length"
                label={t('place-low-wall')}
                hint={t('place-under-the-slope')}
              />
              <Quantity
                path="brief.room.run"
                kind="length"
                label={t('place-slope-reaches')}
                hint={t('place-into-the-room')}
              />
            </>
          ) : null}
          <Choice
            path="brief.room.alcove"
            label={t('place-alcove')}
            options={ALCOVES}
            value={room.alcove?.wall ?? 'none'}
            choose={(id) => [
              {
                path: 'brief.room.alcove',
                value:
                  id === 'none'
                    ? null
                    : {
                        ...(room.alcove ?? { along: 0, width: 1.2, height: 2, depth: 0.6 }),
                        wall: id,
                      },
              },
            ]}
          />
          {room.alcove ? (
            <>
              <Quantity
                path="brief.room.alcove.along"
                kind="length"
                label={t('place-its-middle')}
                hint={t('place-from-the-mark')}
              />
              <Quantity path="brief.room.alcove.width" kind="length" label={t('place-its-width')} />
              <Quantity path="brief.room.alcove.height" kind="length" label={t('place-its-height')} />
              <Quantity path="brief.room.alcove.depth" kind="length" label={t('place-its-depth')} />
            </>
          ) : null}
        </>
      )}
    </>
  );
}
