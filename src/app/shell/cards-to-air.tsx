import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import { largestMessage } from '../../air';
import type { Problem } from '../../core/problem';
import type { Card } from '../../core/show';
import { releases, send, useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';

const settleMs = 150;

/**
 * Cards in parts that fit a message; what is refused ends it. What fits one comes in one: all of it or none. Else dropped
 * ones go first, so that their numbers are free.
 */
async function sendCards(keep: readonly Card[], drop: readonly string[]): Promise<Problem | null> {
  const kept = inParts(keep);
  const gone = inParts(drop);
  if (kept.length <= 1 && gone.length <= 1) return send({ do: 'cards', keep: [...keep], drop: [...drop] });
  const parts = [
    ...gone.map((part) => ({ keep: [], drop: part })),
    ...kept.map((part) => ({ keep: part, drop: [] })),
  ];
  for (const part of parts) {
    const refused = await send({ do: 'cards', ...part });
    if (refused) return refused;
  }
  return null;
}

const partBytes = largestMessage / 2 - 1000;
const partMembers = 1000;

/** A list in parts, two of which fit a message as JSON. */
function inParts<T>(list: readonly T[]): T[][] {
  const parts: T[][] = [];
  let room = 0;
  for (const one of list) {
    const size = new TextEncoder().encode(JSON.stringify(one)).length + 1;
    const last = parts.at(-1);
    if (last && size <= room && last.length < partMembers) {
      last.push(one);
      room -= size;
    } else {
      parts.push([one]);
      room = partBytes - size;
    }
  }
  return parts;
}

const isAlike = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * Cards that are kept, changed or dropped in the draft of the show on air are known at every Desk at once: they flow
 * apart from releases. Cards of templates that air does not have wait for theirs.
 */
export function CardsToAir() {
  const show = useDraft((store) => store.draft?.show);
  const onAir = useAir((store) => store.state.show?.id);
  const isConnected = useAir((store) => store.isConnected);
  const known = useRef<{ show: string; cards: Readonly<Record<string, Card>> } | null>(null);
  useEffect(() => {
    if (!show) return;
    const before = known.current;
    if (before?.show !== show.id) {
      known.current = { show: show.id, cards: show.cards };
      return;
    }
    if (before.cards === show.cards || show.id !== onAir || !isConnected) return;
    const timer = setTimeout(() => {
      known.current = { show: show.id, cards: show.cards };
      const { state } = useAir.getState();
      const templates = releases.get(state.release)?.templates ?? {};
      const release = releases.get(state.release);
      const isFilled = ({ row }: Card): boolean =>
        !row || [release?.tables, release?.views, release?.sources].some((data) => data?.[row.of]);
      const waiting = Object.values(show.cards).filter(
        (card) => before.cards[card.id] !== card && (!templates[card.template] || !isFilled(card)),
      );
      if (waiting[0])
        toast(
          `${waiting.length === 1 ? `Card ${waiting[0].number} reaches` : `${waiting.length} cards reach`} the Desk with the next release: air lacks what fills them.`,
        );
      const keep = Object.values(show.cards).filter((card) => {
        if (before.cards[card.id] === card || waiting.includes(card)) return false;
        const there = state.cards[card.id];
        if (!there) return true;
        const { kept: _, ...own } = there;
        return !isAlike(own, card);
      });
      const drop = Object.keys(before.cards).filter((id) => !show.cards[id] && state.cards[id]);
      if (keep.length + drop.length === 0) return;
      void sendCards(keep, drop).then(
        (refused) => refused && toast.error(`The Desk does not have it yet: ${refused.message}`),
      );
    }, settleMs);
    return () => clearTimeout(timer);
  }, [show, onAir, isConnected]);
  return null;
}
