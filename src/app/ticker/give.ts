import { toast } from 'sonner';
import type { Command } from '../../core/playout';
import { ownName, send } from '../state/air-store';

type TickerCommand = Extract<Command, { do: 'ticker' }>;
/** Tells a ticker what to do; what it refuses is said. */
export type Give = (command: Omit<TickerCommand, 'do' | 'ticker'>) => void;

export const giveTo =
  (ticker: string): Give =>
  (command) =>
    void send({ do: 'ticker', ticker, by: ownName(), ...command }).then(
      (refused) => refused && toast.error(refused.message),
    );
