import { expect, test, describe } from '@jest/globals';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { breaksIn, offIn } from '../library/breaks';
import { phaseEnd } from '../src/core/motion';
import { motionFindings } from '../src/core/preflight';
import { reactionCycle, showReferences, showSchema, unfilledFields, type Template } from '../src/core/show';
import { buildDemo } from './show';

const { show, assets } = buildDemo({
  file: (name) => readFileSync(`demo/data/${name}`),
  hash: (bytes) => createHash('sha256').update(bytes).digest('hex'),
});
const templates = Object.values(show.templates);

test('the demo show is sound, and nothing in it goes round without end', () => {
  expect(showSchema.safeParse(show).error).toBeUndefined();
  expect(showReferences(show)).toEqual([]);
  expect(reactionCycle(show)).toBeNull();
});

test('no card asks before its take whether samples may go to air', () => {
  for (const { number, template: id, values, row } of Object.values(show.cards)) {
    const template = show.templates[id] as Template;
    const unfilled = row ? [] : unfilledFields(template, values).filter((own) => !(own.id in template.bound));
    expect([number, ...unfilled.map(({ name }) => name)]).toEqual([number]);
  }
});

test('has flags of eight teams, six portraits and the marks of four sponsors, all small drawings', () => {
  const inFolder = (folder: string): number =>
    Object.values(show.assets).filter((asset) => asset.folder === folder).length;
  expect(inFolder('Flags')).toBeGreaterThanOrEqual(8);
  expect([inFolder('Portraits'), inFolder('Sponsors')]).toEqual([6, 4]);
  for (const bytes of assets.values()) expect(bytes.length).toBeLessThan(4000);
});

describe.each(templates.map((template) => [template.name, template] as const))('%s', (_, template) => {
  test('moves cleanly, ends with its phases, has a Change; Exit is quicker than Enter', () => {
    expect(motionFindings(template)).toEqual([]);
    const { enter, exit } = template.phases;
    expect([phaseEnd(enter), phaseEnd(exit)]).toEqual([enter.frames, exit.frames]);
    // What only runs takes its new rows as they come.
    if (template.fields.length > 0) expect(template.changes.length).toBeGreaterThan(0);
    expect(exit.frames).toBeLessThan(enter.frames);
    for (const { name, help } of template.fields) expect([name, help]).not.toEqual([name, '']);
  });
  test('with the shortest and the longest words, wide and upright, nothing breaks and all can be read', () => {
    expect(template.layouts.map(({ id }) => id)).toEqual(['tall']);
    expect(breaksIn(template, show.tables, show.look, new Set(Object.keys(show.assets)))).toEqual([]);
    expect(offIn(template, show.look)).toEqual([]);
  });
});
