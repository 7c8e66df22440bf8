// The list for the shop: own prices, a supplier's, or typical ones; what a ready-made one would cost; what serves instead.

import { Popover, Switch } from 'antd';
import type { Build, Shoot } from '../../shared/api/client';
import { useBuildPageWords } from '../../shared/messages/build-page';
import { edit } from '../../shared/state/store';
import { Choice } from '../../shared/ui/Choice';
import { NumberInput } from '../../shared/ui/NumberInput';
import { Quantity } from '../../shared/ui/Quantity';
import { CURRENCIES, money, readMoney } from '../../shared/units/money';
import css from './build.module.css';

type Line = Build['shopping'][number];

const SOURCE: Record<Line['source'], string> = { yours: 'your price', supplier: 'supplier', typical: '' };

/** A price that is typed where it is read; empty goes back to the typical one. */
function Price({ line, document }: { line: Line; document: Shoot }) {
  const t = useBuildPageWords();
  const { prices, currency } = document.brief.workshop;
  const set = (next: Record<string, number>, label: string) =>
    edit([{ path: 'brief.workshop.prices', value: next }], label);
  return (
    <NumberInput
      className={css.priceInput ?? ''}
      name={`Price of one ${line.name}`}
      title={t('build-page-price-of-one-as-it')}
      shown={line.each.toFixed(2)}
      read={(text) => (text.trim() ? readMoney(text) : null)}
      set={(price) => {
        if (price === null) {
          const { [line.key]: _gone, ...rest } = prices;
          set(rest, `${line.name}: typical price`);
        } else if (Math.abs(price - line.each) > 0.004)
          set({ ...prices, [line.key]: price }, `${line.name}: ${money(price, currency)}`);
      }}
    />
  );
}

function Instead({ line }: { line: Line }) {
  const t = useBuildPageWords();
  if (!line.substitutes.length) return null;
  return (
    <Popover
      trigger="click"
      title={t('build-page-instead-of', { name: line.name })}
      content={
        <ul className={css.instead}>
          {line.substitutes.map((s) => (
            <li key={s.name}>
              <b>{s.name}</b>: {s.words}
            </li>
          ))}
        </ul>
      }
    >
      <button
        type="button"
        className={css.insteadButton}
        aria-label={t('build-page-what-to-take-instead-of', { name: line.name })}
      >
        {line.short > 0 ? t('build-page-not-enough-there-instead') : t('build-page-or')}
      </button>
    </Popover>
  );
}

export function Shopping({ build, document }: { build: Build; document: Shoot }) {
  const t = useBuildPageWords();
  const { currency } = build;
  const ready = build.ready_made;
  return (
    <>
      <div className={css.shoppingFields}>
        <Choice
          path="brief.workshop.currency"
          label={t('build-page-currency')}
          options={CURRENCIES.map((id) => ({ id, name: id }))}
        />
        {currency === 'EUR' ? null : (
          <Quantity path="brief.workshop.rate" kind="number" label={t('build-page-1-is')} hint={currency} />
        )}
        <Quantity
          path="brief.workshop.ready_made"
          kind="number"
          label={t('build-page-ready-made-costs')}
          hint={currency}
        />
        <div className="field">
          <span className="field-label">{t('build-page-supplier-s-prices')}</span>
          <Switch
            size="small"
            aria-label={t('build-page-ask-the-supplier-for-prices')}
            checked={document.brief.workshop.supplier}
            onChange={(on) =>
              edit(
                [{ path: 'brief.workshop.supplier', value: on }],
                on ? "Supplier's prices" : 'Typical prices',
              )
            }
          />
          {build.supplier === 'away' ? (
            <span className="field-error" role="alert">
              {t('build-page-the-supplier-does-not-answer')}
            </span>
          ) : null}
        </div>
      </div>
      <table className="list">
        <caption className="sr-only">{t('build-page-shopping-list')}</caption>
        <thead>
          <tr>
            <th scope="col">{t('build-page-what')}</th>
            <th scope="col">{t('build-page-how-much')}</th>
            <th scope="col" className="right">
              {t('build-page-each')}
            </th>
            <th scope="col" className="right">
              {currency}
            </th>
          </tr>
        </thead>
        <tbody>
          {build.shopping.map((line) => (
            <tr key={line.key + line.amount} className={line.short > 0 ? 'is-short' : ''}>
              <td>
                {line.name} <Instead line={line} />
              </td>
              <td>
                {line.amount}
                {line.on_shelf > 0 ? (
                  <small className="good">
                    {line.on_shelf >= line.need - 1e-6
                      ? t('build-page-on-your-shelf')
                      : t('build-page-some-of-it-on-your')}
                  </small>
                ) : null}
                {SOURCE[line.source] ? <small className="faint">{SOURCE[line.source]}</small> : null}
              </td>
              <td className="right">
                <Price line={line} document={document} />
              </td>
              <td className="right">{line.price.toFixed(2)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td>{t('build-page-total')}</td>
            <td colSpan={2}>
              {ready === null || ready === undefined ? null : build.total <= ready ? (
                <span className="good">
                  {t('build-page-saves-on-a-ready-made', { currency: money(ready - build.total, currency) })}
                </span>
              ) : (
                <span className="bad">
                  {t('build-page-more-than-a-ready-made', { currency: money(build.total - ready, currency) })}
                </span>
              )}
            </td>
            <td className="right strong">{build.total.toFixed(2)}</td>
          </tr>
        </tfoot>
      </table>
    </>
  );
}
