import { expect, test } from '@jest/globals';
import { isProblem, problem, ProblemError } from './index';

test('a problem is plain data that survives the wire', () => {
  const wrong = problem('bad-number', 'That is no number.', 'number');
  const sent: unknown = JSON.parse(JSON.stringify(wrong));
  expect(isProblem(sent)).toBe(true);
  expect(isProblem({ code: 'x' })).toBe(false);
  expect(isProblem(null)).toBe(false);
});

test('a problem carried as an error keeps its words', () => {
  const error = new ProblemError(problem('tether-cycle', 'They run in a circle.'));
  expect(error.message).toBe('They run in a circle.');
  expect(error.problem.code).toBe('tether-cycle');
});
