/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen, waitFor } from '@testing-library/react';
import type { IntakeReport } from '@/core/delivery/intake';
import { outputOfKind } from '@/core/delivery/outputs/outputs';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction } from '@/core/production/production';
import type { Verdict } from '@/core/check/verdict';
import { checkStore } from '@/rooms/master/check-run-store';
import { ChecksPane } from '@/rooms/master/checks-pane';
import { Deliver } from '@/rooms/master/deliver';
import { renderSummary } from '../support/render-summary';
import { showIn } from '../support/workspace';

const made = () => {
  const production = emptyProduction('Checked', { width: 1920, height: 1080, rate: '25', length: 50 });
  addWordmark(production, 'KELP');
  return production;
};

const verdict = (check: string, state: Verdict['state'], change: Partial<Verdict> = {}): Verdict => ({
  check,
  label: check,
  state,
  figure: `figure of ${check}`,
  findings: [],
  advice: '',
  chart: null,
  ...change,
});

describe('the checks', () => {
  beforeEach(() => checkStore.setState({ of: null, verdicts: [], progress: null, trouble: null }));

  test('show what fails first, and a press goes to its frames', async () => {
    const { user, view, workspace } = showIn(made(), <ChecksPane />);
    expect(screen.getByText(/Every frame is drawn small/)).toBeTruthy();
    const findings = [
      { from: 12, to: 12, words: 'too fast' },
      { from: 30, to: 41, words: 'again' },
    ];
    act(() =>
      checkStore.setState({
        of: workspace.documents.store.getState().production,
        verdicts: [verdict('Levels', 'passes'), verdict('Flashes', 'fails', { findings, advice: 'Make it slower.' })],
      }),
    );
    expect(screen.getByRole('heading', { name: 'Flashes: fails' })).toBeTruthy();
    expect(screen.getByText('Make it slower.')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Frame 12: too fast' })).toBeTruthy();
    act(() => view.setState({ playing: true }));
    await user.click(screen.getByRole('button', { name: 'Frames 30–41: again' }));
    expect(view.getState()).toMatchObject({ playhead: 30, playing: false });
    await user.click(screen.getByRole('button', { name: 'Levels: passes' }));
    expect(screen.getByText('figure of Levels.')).toBeTruthy();
  });

  test('say that they are old once something is changed', () => {
    const { workspace } = showIn(made(), <ChecksPane />);
    const { documents } = workspace;
    act(() => checkStore.setState({ of: documents.store.getState().production, verdicts: [verdict('Levels', 'passes')] }));
    expect(screen.queryByText('Something has changed since.')).toBeNull();
    act(() => documents.edit((draft) => void (draft.name = 'Another')));
    expect(screen.getByRole('status').textContent).toBe('Something has changed since.');
    expect(screen.getByRole('button', { name: 'Check again' })).toBeTruthy();
  });

  test('tell how far they are, and are stopped with nothing told', async () => {
    const { user } = showIn(made(), <ChecksPane />);
    act(() => checkStore.setState({ progress: { done: 20, of: 50 } }));
    expect(screen.getByText('20 of 50 frames read')).toBeTruthy();
    expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('40');
    await user.click(screen.getByRole('button', { name: 'Stop' }));
    expect(screen.queryByRole('progressbar')).toBeNull();
    expect(screen.getByRole('button', { name: 'Check all' })).toBeTruthy();
  });
});

describe('a delivery', () => {
  const report: IntakeReport = {
    station: { id: 'harbour', name: 'Harbour screens', note: '' },
    title: 'Checked',
    file: 'Checked.mov',
    received: '2031-04-05T06:07:08.000Z',
    verdict: 'remarked',
    points: [{ point: 'safe', label: 'Safe area', verdict: 'remarked', found: '3 % within 5 %', wanted: 'nothing to be read' }],
  } as IntakeReport;
  const render = (reports: IntakeReport[] = []) =>
    renderSummary({ id: 'render-1', status: 'done', reports }, { outputs: [outputOfKind('prores-422-hq')] });
  const stations = { 'GET /api/stations': { stations: [{ id: 'harbour', name: 'Harbour screens', note: 'upright' }] } };

  test('goes to the station that is chosen, with the kind of its file', async () => {
    const { user, asked } = showIn(
      made(),
      <Deliver render={render()} />,
      {},
      { ...stations, 'POST /api/renders/render-1/deliver': report },
    );
    await user.click(screen.getByRole('button', { name: 'Deliver to a station' }));
    await user.click(await screen.findByRole('menuitem', { name: /^Harbour screens/ }));
    await waitFor(() => expect(asked.at(-1)?.json).toEqual({ station: 'harbour', kind: 'prores-422-hq' }));
  });

  test('that fails is said in the words of the station, and can be begun again', async () => {
    const routes = { ...stations, 'POST /api/renders/render-1/deliver': () => Response.json({ error: 'It is away.' }, { status: 502 }) };
    const { user } = showIn(made(), <Deliver render={render()} />, {}, routes);
    await user.click(screen.getByRole('button', { name: 'Deliver to a station' }));
    await user.click(await screen.findByRole('menuitem', { name: /^Harbour screens/ }));
    expect((await screen.findByRole('alert')).textContent).toBe('It is away.');
    expect((screen.getByRole('button', { name: 'Deliver to a station' }) as HTMLButtonElement).disabled).toBe(false);
  });

  test('is answered by a report, which is read point by point', async () => {
    const { user } = showIn(made(), <Deliver render={render([report])} />);
    await user.click(screen.getByRole('button', { name: 'Harbour screens: remarked' }));
    const row = screen.getByRole('row', { name: /^Safe area/ });
    expect([...row.querySelectorAll('td')].map(({ textContent }) => textContent)).toEqual([
      'Safe area',
      'remarked',
      '3 % within 5 %',
      'nothing to be read',
    ]);
  });
});
