import pino, { type Logger } from 'pino';

export type Log = Pick<Logger, 'info' | 'warn' | 'error'>;

/** One JSON line for each thing worth knowing later, to a stream; keys and secrets never go in. */
export const newLog = (stream: pino.DestinationStream): Log =>
  pino(
    {
      base: null,
      timestamp: pino.stdTimeFunctions.isoTime,
      formatters: { level: (level) => ({ level }) },
      redact: { paths: ['key', '*.key', 'authorization', '*.authorization'], remove: true },
    },
    stream,
  );

export const silentLog: Log = pino({ enabled: false });
