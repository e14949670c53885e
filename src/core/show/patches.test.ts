import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { applyPatches, enablePatches, freeze, produceWithPatches } from 'immer';
import { takePatches } from './patches';

enablePatches();

interface Sheet {
  name?: string;
  rows: { id: string; cells: Record<string, string> }[];
  by: Record<string, { at: number } | undefined>;
}
type Act = (sheet: Sheet) => void;
const at = fc.nat(7);
const text = fc.constantFrom('a', 'b', 'c');
const act: fc.Arbitrary<Act> = fc.oneof(
  fc.tuple(at, text, text).map(([i, key, word]): Act => ({ rows }) => void (rows[i] && (rows[i].cells[key] = word))),
  fc.tuple(at, text).map(([i, key]): Act => ({ rows }) => void (rows[i] && delete rows[i].cells[key])),
  fc.tuple(at, text).map(([i, id]): Act => ({ rows }) => void rows.splice(i, 0, { id, cells: {} })),
  fc.tuple(at, at).map(([i, many]): Act => ({ rows }) => void rows.splice(i, many)),
  fc.constant<Act>(({ rows }) => void rows.reverse()),
  fc.tuple(text, at).map(([key, n]): Act => ({ by }) => void (by[key] = { at: n })),
  fc.tuple(text, at).map(([key, n]): Act => ({ by }) => void (by[key] && (by[key].at = n))),
  text.map((key): Act => ({ by }) => void delete by[key]),
  text.map((word): Act => (sheet) => void (sheet.name = word)),
  fc.constant<Act>((sheet) => void delete sheet.name),
); // prettier-ignore
const begun = (): Sheet =>
  freeze({ rows: ['x', 'y', 'z', 'w'].map((id) => ({ id, cells: { a: id } })), by: { a: { at: 1 } } }, true);

describe('patches that edits made', () => {
  test('lead to the same document as the edits, and back', () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 6 }), (acts) => {
        const before = begun();
        const [after, patches] = produceWithPatches(before, (draft: Sheet) => acts.forEach((one) => one(draft)));
        const taken = takePatches(before, patches);
        expect(taken.document).toEqual(after);
        expect(takePatches(taken.document, taken.inverse).document).toEqual(before);
        // Who reads them with immer comes to the same.
        expect(applyPatches(taken.document, taken.inverse)).toEqual(before);
        expect(before).toEqual(begun());
      }),
      { numRuns: 500 },
    );
  });
  test('share all that they do not name, and leave what they make frozen', () => {
    const before = begun();
    const { document } = takePatches(before, [{ op: 'replace', path: ['rows', 1, 'cells', 'a'], value: 'new' }]);
    expect([document.rows[0] === before.rows[0], document.by === before.by]).toEqual([true, true]);
    expect(document.rows[1]).toEqual({ id: 'y', cells: { a: 'new' } });
    expect([document, document.rows, document.rows[1], document.rows[1]?.cells].every(Object.isFrozen)).toBe(true);
  });
  test('are refused where what they change is gone, and where they reach behind the document', () => {
    const take = (...path: (string | number)[]) => () => takePatches(begun(), [{ op: 'replace', path, value: 1 }]);
    expect(take('by', 'none', 'at')).toThrow('by.none');
    expect(take('rows', 9, 'cells', 'a')).toThrow('rows.9');
    expect(take('__proto__', 'polluted')).toThrow();
    expect(take('by', 'constructor')).toThrow();
    expect(({} as { polluted?: unknown }).polluted).toBeUndefined();
  });
  test('put a whole document in the place of another', () => {
    const { document, inverse } = takePatches<object>({ a: 1 }, [{ op: 'replace', path: [], value: { b: 2 } }]);
    expect([document, takePatches(document, inverse).document]).toEqual([{ b: 2 }, { a: 1 }]);
  });
}); // prettier-ignore
