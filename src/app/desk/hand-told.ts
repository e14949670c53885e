import { useEffect } from 'react';
import { graphicInHand, inHandOf, pendingOf, subjectOf } from '../../core/desk';
import { air, useAir } from '../state/air-store';
import { useDesk, viewNow } from './desk-store';

/** Tells the others what one has in hand at the Desk. */
export function useHandTold(channel: string | undefined): void {
  const told = (): string => {
    const view = viewNow();
    const subject = subjectOf(view);
    const typed = subject === null ? [] : Object.keys(pendingOf(view.desk.drafts[subject]));
    const { keyboard } = view.desk;
    const at = keyboard.at === 'field' && keyboard.field !== null ? [keyboard.field] : [];
    return JSON.stringify([
      inHandOf(view)?.card ?? null,
      graphicInHand(view)?.id ?? null,
      [...new Set([...typed, ...at])],
    ]);
  };
  useDesk(told);
  useAir(told);
  const now = told();
  useEffect(() => {
    if (channel === undefined) return;
    const [card, graphic, fields] = JSON.parse(now) as [string | null, string | null, string[]];
    air().tellHand({ area: 'desk', channel, card, graphic, fields });
  }, [channel, now]);
}
