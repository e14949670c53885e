import type { SampleReading } from '../../core/source';
import { Button } from '../ui';

/** A file that can be read in more than one way: each way on its own words, to choose from. */
export function Readings(props: {
  readings: readonly SampleReading[];
  onChoose: (encoding: string) => void;
}) {
  return (
    <ul className="flex flex-col gap-1.5" aria-label="Ways to read it">
      {props.readings.map(({ encoding, sample }) => (
        <li key={encoding} className="flex items-start gap-3 rounded border border-line bg-deck p-2">
          <span dir="auto" className="min-w-0 flex-1 break-words">
            {sample}
          </span>
          <Button onClick={() => props.onChoose(encoding)}>Read as {encoding}</Button>
        </li>
      ))}
    </ul>
  );
}
