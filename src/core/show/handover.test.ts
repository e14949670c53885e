import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { handoverAt, handoverFrame, handoverInWords } from './index';

test('any frame along an exit is told from its nearer end, and found again', () => {
  fc.assert(
    fc.property(fc.nat(200), fc.nat(300), (length, frame) => {
      const handover = handoverAt(frame, length);
      expect(handoverFrame(handover, length)).toBe(frame);
      if (frame === 0 && length > 0) expect(handover).toEqual({ of: 'begin', frames: 0 });
      if (frame === length) expect(handover).toEqual({ of: 'end', frames: 0 });
    }),
  );
});

test.each([
  [{ of: 'begin', frames: 0 }, 'with the exit'],
  [{ of: 'end', frames: 0 }, 'after the exit'],
  [{ of: 'begin', frames: 1 }, '1 frame into the exit'],
  [{ of: 'end', frames: -12 }, '12 frames before the end of the exit'],
  [{ of: 'end', frames: 50 }, '50 frames after the end of the exit'],
] as const)('%j is %s', (handover, words) => expect(handoverInWords(handover)).toBe(words));
