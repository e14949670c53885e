import { expect, test } from '@jest/globals';
import { readScorerLine } from './index';

const problemIn = (text: string): string => {
  const read = readScorerLine(text);
  return 'problem' in read ? read.problem.message : '';
};

test('a line may steer a clock, a score and values together; each says what it is about', () => {
  const whole = { clock: 'Duel', seconds: 83.4, running: true, score: 'Home', add: 1, values: { Period: 'Heat 2' } };
  expect(readScorerLine(JSON.stringify(whole))).toEqual({ line: whole });
  expect(problemIn('{"clock": "Duel"}')).toContain('says nothing to the clock');
  expect(problemIn('{"seconds": 3}')).toContain('names no clock');
  expect(problemIn('{"clock": "Duel", "do": "start", "seconds": 3}')).toContain('either “do” or “seconds”');
  expect(problemIn('{"score": "Home", "add": 1, "to": 2}')).toContain('goes with one of');
  expect(problemIn('{}')).toContain('names no clock, no score and no values');
  expect(problemIn('{"clok": "Duel"}')).toContain('not as agreed');
  expect(problemIn('start!')).toContain('is no JSON: start!');
}); // prettier-ignore
