/**
 * The mark of what is live: filled for on air, outlined for next and (in the colour of air) for what is leaving, grey
 * for up but not on the mixer's program; always with the word.
 */
export function Pennant(props: { state: 'air' | 'next' | 'up' | 'leaving'; words?: string }) {
  const { state, words } = props;
  if (state === 'air')
    return <span className="pennant inline-block bg-air text-white">{words ?? 'On air'}</span>;
  if (state === 'up')
    return <span className="pennant inline-block bg-raised text-ink-2">{words ?? 'Up, not keyed'}</span>;
  const isNext = state === 'next';
  return (
    <span className={`pennant inline-block p-px pr-0 ${isNext ? 'bg-next' : 'bg-air'}`}>
      <span className={`pennant block bg-deck ${isNext ? 'text-next' : 'text-[#ff8a80]'}`}>
        {words ?? (isNext ? 'Next' : 'Leaving')}
      </span>
    </span>
  );
}
