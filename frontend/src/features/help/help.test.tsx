// @vitest-environment happy-dom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import source from '../../../../src/wenlo/messages/en/help.ftl?raw';
import { termOf, terms } from '../../shared/messages/glossary';
import { sayPage } from '../../shared/messages/page';
import { speaker } from '../../shared/messages/speaker';
import { Glossed } from '../../shared/ui/Glossed';
import { show } from '../../testing/bench';
import { HelpPage } from './HelpPage';
import { HELPED, stageHelp } from './stageHelp';

const t = sayPage(speaker(source, 'metric'));

const opened = (path: string) =>
  show(
    <MemoryRouter initialEntries={[path]}>
      <Routes>
        <Route path="/help/:about?" element={<HelpPage />} />
      </Routes>
    </MemoryRouter>,
  );

describe('the glossary', () => {
  it('gives each word one meaning, and no word to two terms', () => {
    const all = terms('en');
    expect(all.length).toBeGreaterThan(40);
    const forms = all.flatMap((term) => term.forms);
    expect(new Set(forms).size).toBe(forms.length);
    for (const term of all) expect(term.meaning.length).toBeGreaterThan(15);
  });

  it('finds a term by its label, however that is written, and nothing else by it', () => {
    expect(termOf('Edge width', 'en')?.name).toBe('shadow edge');
    expect(termOf(' ISO', 'en')?.id).toBe('term_iso');
    expect(termOf('Edge of the table', 'en')).toBeUndefined();
  });

  it('stands behind a label, and only behind those that are words of the trade', () => {
    show(<Glossed>Spill</Glossed>);
    expect(screen.getByText('Spill').className).toContain('glossed');
    show(<Glossed>Width of the shelf</Glossed>);
    expect(screen.getByText('Width of the shelf').className).not.toContain('glossed');
  });

  it('is searched by word and by meaning', async () => {
    opened('/help/words');
    await userEvent.type(screen.getByRole('textbox', { name: 'Find a word' }), 'sandbag');
    expect(screen.getByText('No word like that here yet.')).toBeDefined();
    await userEvent.clear(screen.getByRole('textbox', { name: 'Find a word' }));
    await userEvent.type(screen.getByRole('textbox', { name: 'Find a word' }), 'tip it');
    expect(screen.getByText('ballast')).toBeDefined();
    expect(screen.queryByText('snoot')).toBeNull();
  });
});

describe('help', () => {
  it.each(HELPED)('says of %s what is done there and what to mind', (stage) => {
    const { name, steps, mind } = stageHelp(stage, t);
    expect(name.length).toBeGreaterThan(2);
    expect(steps.length).toBeGreaterThan(2);
    expect(mind.every((line) => line.endsWith('.'))).toBe(true);
  });

  it('shows the stage that is asked for with its screen, and the first where none is known', () => {
    opened('/help/rig');
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Rig');
    expect(screen.getByRole('img', { name: 'Rig, as it looks' })).toBeDefined();
    opened('/help/nothing');
    expect(screen.getAllByRole('heading', { level: 1 }).at(-1)?.textContent).toBe('Brief');
  });
});
