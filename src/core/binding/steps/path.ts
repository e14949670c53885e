import type { z } from 'zod';
import { parsePath } from '../../json';
import { valueAt, type Json } from '../../source';
import { problem, ProblemError } from '../../problem';
import { scalar } from '../value';
import { doesNotFit, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.path;

/** What lies at a path inside a value of JSON. */
export const path: StepKind<z.infer<typeof schema>> = {
  label: 'Path',
  group: 'Lists',
  schema,
  plain: { kind: 'path', path: '$' },
  params: [{ key: 'path', label: 'Path such as $.wind.gust', as: 'text' }],
  words: (step) => `what is at ${step.path}`,
  type(input, step) {
    if (input.of !== 'any') return doesNotFit('Path', 'a value of JSON', input);
    try {
      parsePath(step.path);
      return scalar('any');
    } catch (error) {
      return error instanceof ProblemError
        ? error.problem
        : problem('bad-path', 'The path cannot be read.', 'steps');
    }
  },
  apply: (input, step) => valueAt(input as Json, step.path, 'The value'),
  each: false,
};
