// What is done as the page goes: fields give up what was typed in them, then it is written. Listeners of a window are called
// in the order they were added in, whatever phase they ask for: so there is one.
type Stage = 'typed' | 'written';
const stages: Readonly<Record<Stage, (() => void)[]>> = { typed: [], written: [] };

/** Has something done when the page goes. */
export const onLeaving = (stage: Stage, act: () => void): void => void stages[stage].push(act);

addEventListener('pagehide', () => {
  for (const act of [...stages.typed, ...stages.written]) act();
});
