/** The mark of what is live: filled for on air, outlined for next; always with the word. */
export function Pennant(props: { state: 'air' | 'next'; words?: string }) {
  const { state, words } = props;
  if (state === 'air')
    return <span className="pennant inline-block bg-air text-white">{words ?? 'On air'}</span>;
  return (
    <span className="pennant inline-block bg-next p-px pr-0">
      <span className="pennant block bg-deck text-next">{words ?? 'Next'}</span>
    </span>
  );
}
