// The lamp's desk: power and colour sent to a lamp that listens.

import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import type { Shoot } from '../../shared/api/client';
import { devicesQuery, useLamp } from '../../shared/api/devices';
import { useProveWords } from '../../shared/messages/prove';
import { NumberField } from '../../shared/ui/NumberField';
import { show } from '../../shared/units/quantity';

export function LampDesk({ document }: { document: Shoot }) {
  const t = useProveWords();
  const devices = useQuery(devicesQuery);
  const lamp = useLamp();
  const [kelvin, setKelvin] = useState<number | null>(null);
  const told = devices.data?.lamp;
  if (!told?.connected) return null;
  const power = document.brief.lamp.on ? document.brief.lamp.power : 0;
  const colour = kelvin ?? told.kelvin ?? document.brief.camera.white_balance ?? 5600;
  const held = told.power !== null && Math.abs(told.power - power) < 1e-4 && told.kelvin === colour;
  return (
    <section className="lamp-desk" aria-label={t('prove-lamp-desk')}>
      <h3>{t('prove-lamp-desk')}</h3>
      <div className="reading-entry">
        <span>{t('prove-key', { metric: show(power, 'share', 'metric') })}</span>
        <NumberField label={t('prove-colour')} kind="kelvin" value={colour} set={setKelvin} />
        <Button
          size="small"
          loading={lamp.isPending}
          disabled={held}
          onClick={() => lamp.mutate({ power, kelvin: colour })}
        >
          {t('prove-send-to-lamp')}
        </Button>
      </div>
      <p className="faint" aria-live="polite">
        {told.power === null
          ? t('prove-not-sent-yet')
          : told.away
            ? t('prove-nobody-listens-where-the-lamp')
            : t('prove-held-at', {
                metric: show(told.power, 'share', 'metric'),
                metric_2: show(told.kelvin ?? 0, 'kelvin', 'metric'),
                on: held ? '' : t('prove-the-set-has-moved-on'),
              })}
      </p>
      {lamp.error ? (
        <p className="field-error" role="alert">
          {lamp.error.message}
        </p>
      ) : null}
    </section>
  );
}
