// @vitest-environment happy-dom
import { fireEvent, screen } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { open, opened, serve, show } from '../../testing/bench';
import { useShoot } from '../state/store';
import { ManyChoice } from './ManyChoice';

const options = [
  { id: 'slate_blue', name: 'slate blue paper' },
  { id: 'oxide_red', name: 'oxide red paper' },
];
const own = { item: 'k1', version: 1, name: 'old linen', values: {} };
const box = (more: object) => opened({ design: { kind: 'product_box', ...more } });
const grounds = () =>
  (useShoot.getState().document as unknown as { design: { other_grounds?: unknown[] } }).design.other_grounds;
const field = (
  <ManyChoice
    path="design.other_grounds"
    label="Other grounds"
    options={options}
    category="backdrop"
    most={6}
  />
);

beforeEach(() => {
  serve({ 'GET /api/shelf': { body: [] } });
});

describe('several grounds for one box', () => {
  it('takes one more, and keeps those that are there', () => {
    open(box({ other_grounds: ['oxide_red'] }));
    show(field);
    fireEvent.mouseDown(screen.getByRole('combobox'));
    fireEvent.click(screen.getByTitle('slate blue paper'));
    expect(grounds()).toEqual(['oxide_red', 'slate_blue']);
  });

  it('keeps a thing of one’s own whole, though it left the Shelf', () => {
    open(box({ other_grounds: [own] }));
    show(field);
    expect(screen.getByText('old linen')).toBeTruthy();
    fireEvent.mouseDown(screen.getByRole('combobox'));
    fireEvent.click(screen.getByTitle('oxide red paper'));
    expect(grounds()).toEqual([own, 'oxide_red']);
  });

  it('says at its place what does not go', () => {
    open(box({ other_grounds: [] }));
    useShoot.setState({ fieldErrors: { 'design.other_grounds': 'At most six.' } });
    show(field);
    expect(screen.getByRole('alert').textContent).toBe('At most six.');
  });
});
