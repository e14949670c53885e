import { Trash2, X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { dataListeners, ownName, send, useAir } from '../state/air-store';
import { Button, IconButton } from '../ui';

interface Told {
  readonly graphic: string;
  readonly words: string;
  readonly isOver: boolean;
}
/** What has left the air is told for so long. */
const overMs = 20_000;

/** A post on air that its author took down, or that is refused: over the head of every area, so that nothing below moves. */
export function UnfitStrip() {
  const [told, setTold] = useState<readonly Told[]>([]);
  const air = useAir((store) => store.state.air);
  useEffect(() => {
    const heard: Parameters<typeof dataListeners.add>[0] = (_feeds, faults) => {
      for (const { key, problems } of faults) {
        const unfit = problems.filter(({ code }) => code === 'post-unfit');
        setTold((before) => {
          const known = before.find(({ graphic }) => graphic === key);
          if (unfit.length > 0) return [...before.filter(({ graphic }) => graphic !== key), { graphic: key, words: unfit.map(({ message }) => message).join(' '), isOver: false }];
          return known ? before.map((one) => (one.graphic === key ? { ...one, isOver: true } : one)) : before;
        });
      }
    };
    dataListeners.add(heard);
    return () => void dataListeners.delete(heard);
  }, []);
  const overs = told.filter(({ isOver }) => isOver).length;
  useEffect(() => {
    if (overs === 0) return;
    const timer = setTimeout(() => setTold((before) => before.filter(({ isOver }) => !isOver)), overMs);
    return () => clearTimeout(timer);
  }, [overs]);
  if (told.length === 0) return null;
  const takeOff = async (graphic: string): Promise<void> => {
    const channel = Object.entries(air).find(([, { graphics }]) => graphics.some(({ id }) => id === graphic))?.[0];
    const wrong = channel === undefined ? null : await send({ do: 'clear', channel, graphic, by: ownName() });
    if (wrong) toast.error(wrong.message);
  };
  return (
    <div role="alert" className="fixed inset-x-0 top-0 z-30 flex flex-col">
      {told.map(({ graphic, words, isOver }) => {
        const hasLeft = isOver || !Object.values(air).some(({ graphics }) => graphics.some(({ id, exitAt }) => id === graphic && exitAt === null));
        return (
          <p key={graphic} className={`flex h-11 items-center gap-3 border-b-2 px-4 text-[17px] font-semibold ${hasLeft ? 'border-line bg-raised text-ink' : 'border-air bg-[#4a1d1f] text-white'}`}>
            <Trash2 size={20} className="shrink-0" aria-hidden />
            <span className="min-w-0 flex-1 truncate" title={words}>{hasLeft ? 'Off air' : 'On air'}: {words}{hasLeft ? ' It has left the air.' : ''}</span>
            {!hasLeft && <Button tone="air" onClick={() => void takeOff(graphic)}>Take it off</Button>}
            <IconButton label="Put this away" onClick={() => setTold(told.filter((one) => one.graphic !== graphic))}><X size={16} /></IconButton>
          </p>
        );
      })}
    </div>
  );
} // prettier-ignore
