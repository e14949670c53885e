import { describe, expect, test } from '@jest/globals';
import { readBytes, standInStreams } from '../core/source';
import { feedAnswer, startStreams, steer, streamTime } from './feeds';

const state = startStreams().wind;
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);

describe('simulated feeds', () => {
  test.each(standInStreams)(
    '%s is read by the product, is the same at the same moment, and goes on',
    async (stream) => {
      const at = (now: number): string => feedAnswer(stream, state, now)?.body ?? '';
      expect(at(100)).toBe(at(100));
      expect(at(100)).not.toBe(at(100 + 137));
      const result = await readBytes(bytes(at(100)), stream, null);
      expect('read' in result && result.read.rows.length).toBeGreaterThan(0);
    },
  );
  test.each(standInStreams)('%s broken is refused, and silent gives nothing', async (stream) => {
    const broken = feedAnswer(stream, { ...state, mode: 'broken' }, 100)?.body ?? '';
    const format = stream.startsWith('strand')
      ? 'feed'
      : stream === 'scores'
        ? 'csv'
        : stream === 'timetable'
          ? 'xml'
          : 'json';
    const plain = (await import('../core/source')).formats[format].plain;
    const result = await readBytes(bytes(broken), stream, plain);
    if (stream !== 'scores') expect('problem' in result).toBe(true);
    expect(feedAnswer(stream, { ...state, mode: 'silent' }, 100)).toBeNull();
  });
  test('faster, slower and silent, its own time never jumps', () => {
    const faster = steer(state, { speed: 10 }, 50);
    expect([streamTime(state, 50), streamTime(faster, 50), streamTime(faster, 51)]).toEqual([650, 650, 660]);
    const silent = steer(faster, { mode: 'silent' }, 51);
    expect(streamTime(steer(silent, { mode: 'running', speed: 1 }, 99), 100)).toBe(661);
  });
});
