/** The mark of what is live: filled for on air, outlined for next, grey for up but not on the mixer's program; always with the word. */
export function Pennant(props: { state: 'air' | 'next' | 'up'; words?: string }) {
  const { state, words } = props;
  if (state === 'air')
    return <span className="pennant inline-block bg-air text-white">{words ?? 'On air'}</span>;
  if (state === 'up')
    return <span className="pennant inline-block bg-raised text-ink-2">{words ?? 'Up, not keyed'}</span>;
  return (
    <span className="pennant inline-block bg-next p-px pr-0">
      <span className="pennant block bg-deck text-next">{words ?? 'Next'}</span>
    </span>
  );
}
