import { useEffect } from 'react';
import { air, useAir } from '../state/air-store';
import { useDesk } from './desk-store';

/** Tells the others what one has in hand at the Desk. */
export function useHandTold(channel: string | undefined): void {
  const inHand = useDesk((store) => store.inHand);
  const edits = useDesk((store) => store.edits);
  const graphic = inHand.kind === 'air' ? inHand.graphic : null;
  const card = useAir((store) => {
    const own = channel === undefined ? undefined : store.state.air[channel];
    const source = graphic
      ? own?.graphics.find((g) => g.id === graphic)
      : inHand.kind === 'preview'
        ? own?.preview
        : null;
    return source?.card ?? null;
  });
  const fields = Object.keys(edits).join(' ');
  useEffect(() => {
    if (channel === undefined) return;
    const list = fields === '' ? [] : fields.split(' ');
    air().tellHand({ area: 'desk', channel, card, graphic, fields: list });
  }, [channel, card, graphic, fields]);
}
