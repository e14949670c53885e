/** Keys and what each does. */
export const KeyList = ({ keys }: { keys: readonly (readonly [key: string, words: string])[] }) => (
  <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
    {keys.map(([key, words]) => (
      <div key={key} className="contents">
        <dt className="font-semibold text-ink-2">{key}</dt>
        <dd>{words}</dd>
      </div>
    ))}
  </dl>
);
