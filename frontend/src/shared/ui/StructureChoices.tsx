// Of what a standing frame is built: structure, bar, joints and saw; chosen in Shape as in Build.

import type { Catalogue, Shoot } from '../api/client';
import { useCommonWords } from '../messages/common';
import { barsOf, isSawn, isTimber, SECTIONS } from './barSections';
import { Choice } from './Choice';
import { FrameCloths } from './FrameCloths';
import { MadeOf } from './MadeOf';
import { Quantity } from './Quantity';
import { ShelfChoice } from './ShelfChoice';

const CORNERS = [
  { id: 'butt', name: 'long screws into the end, glued' },
  { id: 'pocket_screw', name: 'screws from pockets, glued' },
  { id: 'bracket', name: 'angle brackets, no glue' },
];

/** How ends of battens are held, where there are frames of them. */
function Corners({ design, timber }: { design: Shoot['design']; timber: boolean }) {
  const t = useCommonWords();
  if (!('corner' in design) || !timber) return null;
  return <Choice path="design.corner" label={t('common-corner')} options={CORNERS} />;
}

/** The bar of kinds whose frames are of one, and the batten of those that are screwed together. */
function OneBar({ document, data }: { document: Shoot; data: Catalogue }) {
  const t = useCommonWords();
  if ('bar' in document.design)
    return (
      <ShelfChoice
        path="design.bar"
        label={t('common-bar')}
        options={data.materials}
        category="bar"
        suits={isSawn}
      />
    );
  if (!('batten' in document.design)) return null;
  const options = data.materials.filter((m) => m.group === 'timber');
  return (
    <ShelfChoice
      path="design.batten"
      label={t('common-batten')}
      options={options}
      category="bar"
      suits={isTimber}
    />
  );
}

/** What carries a frame of pipe: wider pipe, its braces, the posts for another height, and sand in its feet. */
function PipeStand({ design, pipes }: { design: Shoot['design']; pipes: Catalogue['materials'] }) {
  const t = useCommonWords();
  return (
    <>
      <ShelfChoice
        path="design.stand_bar"
        label={t('common-pipe-of-the-stand')}
        options={pipes}
        category="bar"
        suits={(values) => values.section === SECTIONS.pipe}
      />
      <Choice
        path="design.braced"
        label={t('common-posts-are')}
        options={[
          { id: 'true', name: 'braced at 45° to their feet' },
          { id: 'false', name: 'held by the tees of their feet alone' },
        ]}
      />
      {'braced' in design && design.braced !== false ? (
        <Quantity path="design.brace" kind="length" label={t('common-brace-up-and-back')} />
      ) : null}
      <Quantity
        path="design.other_top"
        kind="length"
        label={t('common-top-with-other-posts')}
        hint={t('common-0-no-posts-to-swap')}
      />
      <Choice
        path="design.sand_in_feet"
        label={t('common-feet-are')}
        options={[
          { id: 'false', name: 'empty' },
          { id: 'true', name: 'filled with dry sand' },
        ]}
      />
    </>
  );
}

export function StructureChoices({ document, data }: { document: Shoot; data: Catalogue }) {
  const t = useCommonWords();
  const { design } = document;
  if (!('structure' in design)) {
    const group = barsOf(design, data);
    return (
      <>
        <OneBar document={document} data={data} />
        <Corners design={design} timber={group === 'timber' || 'batten' in design} />
      </>
    );
  }
  const bars = data.materials.filter((m) => m.group === design.structure);
  const controls = data.kinds.find((k) => k.id === design.kind)?.controls ?? [];
  const boards = controls.find((c) => c.path === 'design.board')?.options ?? [];
  const held = design.carried === 'held by stands';
  const onStand = design.carried === 'on a pipe stand' && design.structure === 'pipe';
  // one that is there already is of whatever it is of
  if (design.found) return <MadeOf document={document} data={data} />;
  return (
    <>
      <MadeOf document={document} data={data} />
      <Choice
        path="design.structure"
        label={t('common-structure')}
        options={[
          { id: 'pipe', name: 'pipe with fittings' },
          { id: 'tube', name: 'square tube with joints' },
          { id: 'timber', name: 'timber battens' },
          { id: 'board', name: 'a window cut out of a board' },
        ]}
        also={(id) => {
          const first = data.materials.find((m) => m.group === id && /1 in|25 × 1.5|18 × 44/.test(m.name));
          return first ? [{ path: 'design.material', value: first.id }] : [];
        }}
      />
      {design.structure === 'board' ? (
        <>
          <ShelfChoice path="design.board" label={t('common-board')} options={boards} category="face" />
          <Quantity path="design.border" kind="length" label={t('common-border')} />
        </>
      ) : (
        <Choice
          path="design.carried"
          label={t('common-stands')}
          options={[
            { id: 'on feet', name: 'on feet of its own' },
            { id: 'held by stands', name: 'held by two stands, no feet' },
            ...(design.structure === 'pipe'
              ? [{ id: 'on a pipe stand', name: 'on a stand of wider pipe, with posts to swap' }]
              : []),
          ]}
        />
      )}
      {onStand ? <PipeStand design={design} pipes={bars} /> : null}
      {design.structure === 'board' ? null : (
        <ShelfChoice
          path="design.material"
          label={t('common-bar')}
          options={bars}
          category="bar"
          suits={(values) => values.section === SECTIONS[design.structure ?? '']}
        />
      )}
      {(held && design.structure === 'tube') || design.riveted ? (
        <Choice
          path="design.riveted"
          label={t('common-hook-and-loop')}
          options={[
            { id: 'false', name: 'on the cloth, closed round the tubes' },
            { id: 'true', name: 'riveted to both sides of the tubes' },
          ]}
        />
      ) : null}
      {(held && design.structure !== 'board') || design.cloths?.length ? (
        <>
          <FrameCloths options={controls.find((c) => c.path === 'design.cloths')?.options ?? []} />
          <Choice
            path="design.bag"
            label={t('common-carrying-bag')}
            options={[
              { id: 'false', name: 'none' },
              { id: 'true', name: 'one for tubes and cloths' },
            ]}
          />
        </>
      ) : null}
      {design.structure === 'pipe' && !held && !onStand ? (
        <Choice
          path="design.glued"
          label={t('common-joints')}
          options={[
            { id: 'false', name: 'dry, knock-down' },
            { id: 'true', name: 'glued' },
          ]}
        />
      ) : null}
      {design.structure === 'timber' && !held ? (
        <Choice
          path="design.timber_joint"
          label={t('common-joints')}
          options={[
            { id: 'butt', name: 'butt, screwed' },
            { id: 'half_lap', name: 'half-lap, glued' },
            { id: 'mitre', name: 'mitred at the top' },
            { id: 'pocket_screw', name: 'pocket screws' },
          ]}
        />
      ) : null}
      <Choice path="design.saw" label={t('common-saw')} options={data.saws} />
    </>
  );
}
