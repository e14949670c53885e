import { describe, expect, test } from '@jest/globals';
import { fixed, listOf, scalar, type Binding } from '../binding';
import { resolveElements } from '../layout';
import { chooseChange } from '../motion';
import {
  addBinding,
  bindingProblem,
  bindProperty,
  clipElements,
  makeRelease,
  newChange,
  newElement,
  newShow,
  newTable,
  newTemplate,
  newTextField,
  newTie,
  newView,
  pasteClip,
  propertyOf,
  removeBinding,
  templateReferences,
  usualLanes,
  type Property,
  type Template,
} from './index';

const from = (data: string): Binding['from'] => ({
  kind: 'cell',
  data,
  row: { by: 'place', at: fixed(1) },
  column: 'c',
  take: 'value',
});
const made = (): Template =>
  newTemplate('t', 'T', {
    elements: {
      e: newElement('text', 'e', 'Words', { text: 'own', size: 40 }),
      r: newElement('rect', 'r', 'Bar', { w: 100 }),
    },
    order: ['e', 'r'],
    fields: [newTextField('f', 'Name', 'Ida')],
    bindings: [
      { id: 'b', name: 'B', from: from('tab'), steps: [] },
      {
        id: 'c',
        name: 'C',
        from: { kind: 'words', text: '{Name}' },
        steps: [{ kind: 'default', value: { from: 'b' } }],
      },
    ],
    ties: [newTie('e', 'text', 'c'), newTie('r', 'w', 'b'), newTie('r', 'fill', 'b')],
    bound: { f: 'b' },
  });
const show = (template: Template) => {
  const own = newShow('s', 'S', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  own.templates[template.id] = template;
  return own;
};

describe('what a binding drives', () => {
  const seen = (value: string | number | boolean | null | undefined) => {
    const { e, r } = resolveElements(
      made(),
      value === undefined ? {} : { b: value, c: value },
    ) as unknown as Record<string, Record<string, unknown>>;
    return [e?.['text'], r?.['w'], r?.['fill']];
  };
  const own = (made().elements['r'] as unknown as { fill: unknown }).fill;
  test('words become words, numbers are kept within limits; what a property cannot be leaves it its own', () => {
    expect(seen(250)).toEqual(['250', 250, own]);
    expect(seen('31,5')).toEqual(['31,5', 31.5, own]);
    expect(seen('#0c5b6e')).toEqual(['#0c5b6e', 100, '#0c5b6e']);
    expect(seen('calm')).toEqual(['calm', 100, own]);
    expect(seen(true)?.[0]).toBe('yes');
    expect((seen(1e12)?.[1] as number) < 1e7).toBe(true);
  });
  test('nothing leaves the element its own', () => {
    expect([seen(undefined), seen(null)]).toEqual([
      ['own', 100, own],
      ['own', 100, own],
    ]);
  });
  test('a Change is chosen by what a binding brings', () => {
    const template = {
      ...made(),
      changes: [newChange('up', 'More', { when: [{ is: 'greater', field: 'b' }] })],
    };
    expect([
      chooseChange(template, { b: 1 }, { b: 2 })?.id,
      chooseChange(template, { b: 2 }, { b: 1 })?.id,
      chooseChange(template, { b: 2 }, { b: 2 }),
    ]).toEqual(['up', undefined, null]);
  });
  test('what does not fit is told with the step that would help', () => {
    const words = (
      wanted: Parameters<typeof bindingProblem>[1],
      type: Parameters<typeof bindingProblem>[2],
    ) => bindingProblem('Words', wanted, type)?.message ?? null;
    expect(words('text', scalar('number'))).toBeNull();
    expect(words('text', listOf(scalar('text')))).toContain('List to text');
    expect(words('number', scalar('text'))).toContain('Read as number');
    expect(words('colour', { of: 'rows', columns: [] })).toContain('picks a row');
  });
});

describe('bindings of a template', () => {
  test('are tied, shared, and taken away with what they drive; the property stays as it was', () => {
    const template = made();
    const { id } = addBinding(template, 'new', 'B', from('tab'));
    expect(template.bindings.at(-1)?.name).toBe('B 2');
    bindProperty(template, 'e', propertyOf('text', 'size') as Property, id);
    expect(templateReferences(template)).toEqual([]);
    removeBinding(template, 'b');
    expect([template.ties.map((tie) => tie.property), template.bound]).toEqual([['text', 'size'], {}]);
    expect((template.elements['r'] as { w?: number }).w).toBe(100);
  });
  test('one that is tied or bound and not there is found', () => {
    const template = { ...made(), bindings: [] };
    expect(templateReferences(template).map(({ path }) => path)).toEqual([
      'bound.f',
      'ties[0]',
      'ties[1]',
      'ties[2]',
    ]);
  });
  test('go along with elements that are copied, with all they name, under new ids', () => {
    const source = show(made());
    const target = show(newTemplate('u', 'U'));
    let ids = 0;
    pasteClip(
      target,
      'u',
      JSON.parse(JSON.stringify(clipElements(source, source.templates['t'] as Template, ['e']))),
      () => `n${(ids += 1)}`,
    );
    const { bindings, ties } = target.templates['u'] as Template;
    expect(bindings.map(({ name }) => name).sort()).toEqual(['B', 'C']);
    const [b, c] = ['B', 'C'].map((name) => bindings.find((one) => one.name === name) as Binding) as [
      Binding,
      Binding,
    ];
    expect([b.id === 'b', c.steps, ties[0]?.field]).toEqual([
      false,
      [{ kind: 'default', value: { from: b.id } }],
      c.id,
    ]);
    expect(templateReferences(target.templates['u'] as Template)).toEqual([]);
  });
});

test('a release takes along the data that its templates and cards use, and what that looks at, and no more', () => {
  const own = show(made());
  own.tables['tab'] = newTable('tab', 'Unused');
  own.tables['under'] = newTable('under', 'Under');
  own.tables['rows'] = newTable('rows', 'Rows');
  own.tables['other'] = newTable('other', 'Other');
  own.views['tab2'] = newView('tab2', 'View', 'under');
  own.templates['t']!.bindings[0]!.from = from('tab2');
  own.cards['k'] = { id: 'k', number: '1', template: 't', values: {}, row: { of: 'rows', key: 'r' } };
  const release = makeRelease(own);
  expect([Object.keys(release.tables).sort(), Object.keys(release.views)]).toEqual([
    ['rows', 'under'],
    ['tab2'],
  ]);
});
