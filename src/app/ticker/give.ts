import type { MouseEvent } from 'react';
import { toast } from 'sonner';
import type { Command } from '../../core/playout';
import { ownName, send } from '../state/air-store';

type TickerCommand = Extract<Command, { do: 'ticker' }>;
/** Tells a ticker what to do; what it refuses is said. */
export type Give = (command: Omit<TickerCommand, 'do' | 'ticker'>) => void;

/** A button that is pressed with the mouse leaves the keys where they are: Enter then still means the item in hand. */
export const keepFocus = (event: MouseEvent): void => {
  if (event.target instanceof Element && event.target.closest('button')) event.preventDefault();
};

export const giveTo =
  (ticker: string): Give =>
  (command) =>
    void send({ do: 'ticker', ticker, by: ownName(), ...command }).then(
      (refused) => refused && toast.error(refused.message),
    );
