// Every parameter of the present kind, as the server publishes them.
import type { Catalogue, Shoot } from '../../shared/api/client';
import { Choice } from '../../shared/ui/Choice';
import { Quantity } from '../../shared/ui/Quantity';
import type { Kind } from '../../shared/units/quantity';

const KINDS: Record<string, Kind> = {
  m: 'length',
  degree: 'degrees',
  share: 'share',
  stop: 'stops',
  count: 'number',
};

export function KindControls({ document, data }: { document: Shoot; data: Catalogue }) {
  const kind = data.kinds.find((k) => k.id === document.design.kind);
  if (!kind) return null;
  return (
    <section className="panel kind-controls" aria-label="Modifier's parameters">
      <h2>{kind.name.charAt(0).toUpperCase() + kind.name.slice(1)}</h2>
      {kind.controls.map((c) => {
        const label = c.label.charAt(0).toUpperCase() + c.label.slice(1);
        return c.options.length ? (
          <Choice key={c.path} path={c.path} label={label} options={c.options} />
        ) : (
          <Quantity key={c.path} path={c.path} kind={KINDS[c.unit] ?? 'number'} label={label} />
        );
      })}
    </section>
  );
}
