import { beforeEach, describe, expect, test } from '@jest/globals';
import {
  addElement,
  cascadePartsOf,
  clipElements,
  duplicateElements,
  groupElements,
  hasRows,
  newElement,
  newShow,
  newTemplate,
  newTextField,
  pasteClip,
  placeElement,
  removeElements,
  repeatForRows,
  rowsAround,
  rowsAsDrawn,
  setProperty,
  takeColumn,
  templateReferences,
  ungroupElements,
  usualLanes,
  type ListColumn,
  type RowsElement,
  type Template,
} from './index';

const columns: ListColumn[] = [
  { key: 'c1', name: 'Place', type: 'number' },
  { key: 'c2', name: 'Team', type: 'text' },
  { key: 'c3', name: 'Flag', type: 'picture' },
  { key: 'c4', name: 'Marks', type: 'number' },
];
const data = { data: 'standings', name: 'Standings', columns };
let count = 0;
const newId = (): string => `n${(count += 1)}`;

let template: Template;
const rowsOf = (id: string | null): RowsElement => template.elements[id ?? ''] as RowsElement;
const ties = (): string[] =>
  template.ties.map(
    ({ element, property, field, column }) =>
      `${element}.${property} <- ${field}${column ? `:${column}` : ''}`,
  );

beforeEach(() => {
  count = 0;
  template = newTemplate('t', 'T');
  for (const element of [
    newElement('rect', 'plate', 'Plate', { x: 0, w: 500 }),
    newElement('text', 'marks', 'Right', { x: 400, text: 'marks' }),
    newElement('text', 'first', 'First', { x: 10, text: '1' }),
    newElement('text', 'team', 'Team', { x: 60, text: 'Skerry' }),
    newElement('picture', 'flag', 'Picture', { x: 30 }),
    newElement('rect', 'other', 'Other', {}),
  ])
    addElement(template, element);
});
const repeat = (): string | null =>
  repeatForRows(
    template,
    ['plate', 'marks', 'first', 'team', 'flag'],
    newElement('rows', 'rows', 'Rows'),
    data,
    newId,
  );

describe('elements made to stand once for each row', () => {
  test('lie in rows where the front one stood, with the data bound, by their names and words, then from left to right', () => {
    expect(repeat()).toBe('rows');
    expect(template.order).toEqual(['rows', 'other']);
    expect(rowsOf('rows').children).toEqual(['plate', 'marks', 'first', 'team', 'flag']);
    expect(template.bindings).toMatchObject([
      { id: 'n1', name: 'Standings', from: { kind: 'rows', data: 'standings' }, steps: [] },
    ]);
    expect(new Set(ties())).toEqual(
      new Set([
        'rows.list <- n1',
        'team.text <- rows:c2',
        'marks.text <- rows:c4',
        'first.text <- rows:c1',
        'flag.asset <- rows:c3',
      ]),
    );
    expect(templateReferences(template)).toEqual([]);
    expect(hasRows(template, 'n1')).toBe(true);
    expect(rowsAsDrawn(template)).toHaveProperty('n1.kind', 'rows');
  });
  test('an inset for each row takes the columns that the fields of its template are called by', () => {
    const heat = newTemplate('heat', 'Heat', {
      fields: [
        newTextField('f1', 'Team', ''),
        newTextField('f2', 'Elsewhere', ''),
        newTextField('f3', 'Marks', ''),
      ],
      bound: { f3: 'b' },
    });
    addElement(template, newElement('inset', 'inset', 'Inset', { template: 'heat' }));
    repeatForRows(template, ['inset'], newElement('rows', 'wall', 'Wall'), data, newId, { heat });
    const column = data.columns.find(({ name }) => name === 'Team')?.key;
    expect(template.ties.filter(({ element }) => element === 'inset')).toMatchObject([
      { property: 'values.f1', field: 'wall', column },
    ]);
  });
  test('without data they wait for it; what has a field keeps it', () => {
    setProperty(template, 'team', 'text', 'Ox');
    expect(repeatForRows(template, ['team'], newElement('rows', 'rows', 'Rows'), null, newId)).toBe('rows');
    expect([template.bindings, template.ties]).toEqual([[], []]);
    expect(repeatForRows(template, [], newElement('rows', 'more', 'Rows'), null, newId)).toBeNull();
  });
  test('another column is taken in the place of the first', () => {
    repeat();
    takeColumn(template, 'team', 'text', 'rows', 'c4');
    expect(ties().filter((tie) => tie.startsWith('team'))).toEqual(['team.text <- rows:c4']);
  });
});

describe('rows among other elements', () => {
  beforeEach(() => {
    repeat();
    rowsOf('rows').standIn = 'team';
  });
  test('a copy takes its cells from its own rows, and has a stand-in of its own', () => {
    const [copy = ''] = duplicateElements(template, ['rows'], newId);
    const own = rowsOf(copy);
    expect(own.children).not.toContain('team');
    expect(own.children).toContain(own.standIn);
    const tie = template.ties.find(({ element }) => element === own.standIn);
    expect(tie).toMatchObject({ field: copy, column: 'c2' });
    expect(templateReferences(template)).toEqual([]);
  });
  test('what is taken out of them, or they out of the template, leaves nothing that names it', () => {
    removeElements(template, ['team']);
    expect(rowsOf('rows').standIn).toBeNull();
    ungroupElements(template, ['rows']);
    expect(ties()).toEqual([]);
    expect(templateReferences(template)).toEqual([]);
  });
  test('a tie to a column of what is no rows element is told of', () => {
    template.ties.push({ ...template.ties[1]!, field: 'other' });
    expect(templateReferences(template)[0]?.message).toContain('names rows other');
  });
  test('they go to another show whole; a part of them alone keeps what it has by itself', () => {
    const show = newShow('s', 'S', [{ id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() }]);
    show.templates['t'] = template;
    show.templates['u'] = newTemplate('u', 'U');
    const whole = pasteClip(show, 'u', clipElements(show, template, ['rows']), newId);
    const pasted = show.templates['u']!;
    const own = pasted.elements[whole.order[0]!] as RowsElement;
    expect(own.children).toContain(own.standIn);
    expect(pasted.ties.filter(({ column, field }) => column !== undefined && field === own.id)).toHaveLength(4);
    expect(templateReferences(pasted)).toEqual([]);
    expect(clipElements(show, template, ['team']).ties).toEqual([]);
  });
  test('what stands in them is known by the rows around it, nearest first, and may be spread over them', () => {
    groupElements(template, ['team'], newElement('rows', 'inner', 'Inner', { flow: 'grid' }));
    expect(rowsAround(template, 'team').map(({ id }) => id)).toEqual(['inner', 'rows']);
    const parts = (id: string) => cascadePartsOf(template, template.elements[id]!);
    expect(parts('team')).toEqual(['character', 'word', 'line', 'cell', 'row', 'column']);
    expect(parts('plate')).toEqual(['cell']);
    expect([parts('inner'), parts('rows'), parts('other')]).toEqual([['child', 'row', 'column'], ['child'], []]);
    placeElement(template, 'inner', null, 0);
    expect(rowsAround(template, 'team').map(({ id }) => id)).toEqual(['inner']);
  });
}); // prettier-ignore
