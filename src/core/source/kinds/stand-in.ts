import { z } from 'zod';
import { intervalSchema, sourceBase } from './base';

export const standInStreams = [
  'wind',
  'wind-log',
  'scores',
  'votes',
  'timetable',
  'strand-results',
  'strand-tide',
  'strand-bay',
  'posts',
] as const;
export type StandInStream = (typeof standInStreams)[number];

/** A simulated feed that ships with the server. */
export const standInSourceSchema = sourceBase.extend({
  kind: z.literal('stand-in'),
  stream: z.enum(standInStreams),
  every: intervalSchema,
});
