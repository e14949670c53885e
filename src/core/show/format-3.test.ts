import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { makeRelease, openDocument, openRelease, type Show, type Template } from './index';

type Json = Record<string, unknown>;

/** A show as it was kept in format 2. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-2.json', 'utf8')) as Json & {
  templates: Record<string, Json & { phases: Record<string, { frames: number; tracks: Json[] }> }>;
};
const open = (document: unknown): Show => {
  const opened = openDocument(document);
  if ('problem' in opened) throw new Error(opened.problem.message);
  return opened.show;
};

describe('a show of format 2', () => {
  test('opens whole and keeps its motion: factors stay factors, offsets stay offsets', () => {
    const show = open(kept);
    for (const [id, old] of Object.entries(kept.templates)) {
      const template = show.templates[id] as Template;
      for (const name of ['enter', 'exit'] as const) {
        expect(template.phases[name].frames).toBe(old.phases[name]?.frames);
        old.phases[name]?.tracks.forEach((track, index) =>
          expect(template.phases[name].tracks[index]).toMatchObject({
            ...track,
            mode: track['property'] === 'opacity' || track['property'] === 'scale' ? 'factor' : 'offset',
            side: 'whole',
            cascade: null,
          }),
        );
      }
      expect([template.phases.idle.frames, template.changes, template.moves, template.steps]).toEqual([
        0,
        [],
        [],
        [],
      ]);
    }
  });
  test('a release that was made of it is opened too; one of today stays as it is', () => {
    const today = makeRelease(open(kept));
    const { format: _f, rundowns: _r, tables: _t, ...rest } = kept;
    const old = { ...today, templates: rest.templates };
    expect(openRelease(old)).toEqual(today);
    expect(openRelease(structuredClone(today))).toEqual(today);
    expect(() => openRelease({ ...old, channels: [] })).toThrow();
  });
});
