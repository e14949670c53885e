import { expect, jest, test } from '@jest/globals';
import { fixed, stepKinds, type BindingStep } from '../../core/binding';
import {
  newColumn,
  newShow,
  newStrand,
  newStrandSource,
  newTable,
  newTemplate,
  newTextField,
  newTicker,
  newView,
  noChecks,
  usualLanes,
} from '../../core/show';

jest.unstable_mockModule('react-router', () => ({ useNavigate: () => () => undefined }));
const { usedWhere, usesOf } = await import('./used-where');

test('a column is found in bindings, through views, in picks, and in cards that are kept in step', () => {
  const show = newShow('s', 'S', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  show.tables['t'] = newTable('t', 'Teams', {
    columns: [newColumn('a', 'Team'), newColumn('b', 'Score', 'number'), newColumn('c', 'Club')],
  });
  show.tables['f'] = newTable('f', 'Flights', {
    columns: [{ id: 'p', name: 'Who', type: 'pick', table: 't', shown: 'a', sent: 'c', checks: noChecks }],
  });
  show.views['v'] = newView('v', 'Best', 't', { sort: [{ column: 'b', down: true }] });
  const step = (kind: keyof typeof stepKinds, given: object): BindingStep =>
    ({ ...stepKinds[kind].plain, ...given }) as BindingStep;
  show.templates['x'] = newTemplate('x', 'Board', {
    fields: [newTextField('n', 'Team', '')],
    bindings: [
      {
        id: 'b1',
        name: 'First',
        from: { kind: 'cell', data: 'v', row: { by: 'place', at: fixed(1) }, column: 'b', take: 'value' },
        steps: [],
      },
      {
        id: 'b2',
        name: 'Clubs',
        from: { kind: 'rows', data: 't' },
        steps: [step('column', { column: 'c' })],
      },
      {
        id: 'b3',
        name: 'Other',
        from: { kind: 'words', text: 'b' },
        steps: [step('look-up', { data: 'f', by: 'b', take: 'b' })],
      },
    ],
  });
  show.cards['k'] = { id: 'k', number: '1', template: 'x', values: {}, row: { of: 't', key: 'r1' } };
  const strand = newStrand('s', 'Field', '#f2b632');
  strand.from = [{ ...newStrandSource('v'), words: 'Club' }];
  show.tickers['n'] = { ...newTicker('n', 'News', ['main']), strands: [strand] };
  const words = (id: string, name: string): string[] =>
    usedWhere(show, 't', { id, name }).map((place) => place.words);
  expect(words('a', 'Team')).toEqual(['Flights, column Who', 'Board, field Team: 1 card kept in step']);
  expect(words('b', 'Score')).toEqual(['View Best', 'Board, binding First (A cell)']);
  expect(words('c', 'Club')).toEqual([
    'Flights, column Who',
    'Board, binding Clubs (Column)',
    'Ticker News, strand Field',
  ]);
  expect(usesOf(show, 'v')).toContain('Ticker News, strand Field');
});
