import { useEffect, useState } from 'react';
import { asked, eventListeners, useAir } from '../state/air-store';
import { Button, CheckField, Empty, SelectField } from '../ui';

interface Line {
  readonly sequence: number;
  readonly at: string;
  readonly planned: string;
  readonly what: string;
  readonly why: string;
  readonly by: string;
  readonly channel: string;
  readonly lane: string;
  readonly number: string;
  readonly name: string;
  readonly detail: string;
  readonly graphic: string;
  readonly values: Record<string, unknown>;
  readonly changes?: number;
  readonly until?: string;
}

const shown = 500;
const whys: Readonly<Record<string, string>> = {
  hand: 'by hand',
  run: 'rundown',
  reaction: 'reaction',
  time: 'its time was up',
  data: 'data',
  clock: 'clock',
};

const local = (iso: string): string => {
  if (iso === '') return '';
  const at = new Date(iso);
  return `${at.toLocaleTimeString('en-GB')}.${String(at.getMilliseconds()).padStart(3, '0')}`;
};

const wordsOf = (values: Record<string, unknown>): string =>
  Object.values(values)
    .filter((value) => typeof value === 'string' && !/^([0-9a-f]{64}|#[0-9a-f]{3,8})$/.test(value))
    .join(' · ');

/** What was on air, line by line, the latest first; to be had whole as CSV and JSON. */
export function AsRunView() {
  const channels = useAir((store) => store.state.channels);
  const [channel, setChannel] = useState('');
  const [lines, setLines] = useState<readonly Line[] | null>(null);
  const [wrong, setWrong] = useState('');
  const [folds, setFolds] = useState(true);
  const query = channel === '' ? '' : `&channel=${channel}`;
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | null = null;
    const load = async (): Promise<void> => {
      timer = null;
      const answer = await asked(`/api/as-run?last=${shown}${query}${folds ? '&fold' : ''}`, {});
      if ('problem' in answer) return setWrong(answer.problem.message);
      setWrong('');
      setLines((answer.body as { lines: Line[] }).lines.toReversed());
    };
    void load();
    const listen = (): void => {
      timer ??= setTimeout(() => void load(), 300);
    };
    eventListeners.add(listen);
    return () => {
      eventListeners.delete(listen);
      if (timer) clearTimeout(timer);
    };
  }, [query, folds]);
  return (
    <div className="flex h-full flex-col p-5">
      <header className="mb-3 flex flex-wrap items-center gap-3">
        <h1 className="mr-2 text-[20px] font-semibold">As-run log</h1>
        <SelectField
          bare
          label="Channel"
          className="max-w-44"
          value={channel}
          choices={[
            { value: '', label: 'All channels' },
            ...channels.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(id) => setChannel(String(id))}
        />
        <CheckField label="Fold what data changes" value={folds} onChange={setFolds} />
        <span className="flex-1 text-xs text-ink-3">The last {shown} lines; the files have all.</span>
        <Button onClick={() => window.open(`/api/as-run?format=csv${query}`)}>Save as CSV</Button>
        <Button onClick={() => window.open(`/api/as-run?format=json${query}`)}>Save as JSON</Button>
      </header>
      {wrong && (
        <p role="alert" className="text-warn">
          ⚠ {wrong}
        </p>
      )}
      {lines?.length === 0 ? (
        <Empty title="Nothing was on air yet">
          What is taken, changed and cleared stands here, as it happened.
        </Empty>
      ) : (
        <div className="min-h-0 flex-1 overflow-auto border border-line">
          <table className="w-full table-fixed border-collapse text-xs" aria-label="As-run log">
            <thead className="sticky top-0 bg-deck text-left text-ink-3">
              <tr className="h-8">
                <th className="w-28 pl-3 font-normal">On air at</th>
                <th className="w-28 font-normal">Planned</th>
                <th className="w-44 font-normal">What</th>
                <th className="w-28 font-normal">Channel, lane</th>
                <th className="w-16 font-normal">Number</th>
                <th className="w-36 font-normal">Name</th>
                <th className="font-normal">Words</th>
                <th className="w-44 font-normal">By</th>
              </tr>
            </thead>
            <tbody>
              {lines?.map((line, i) => (
                <tr key={`${line.sequence} ${i}`} className="h-7 border-t border-line/50">
                  <td className="number pl-3">{local(line.at)}</td>
                  <td className="number text-ink-2">{local(line.planned)}</td>
                  <td className="truncate">
                    {line.what}
                    {line.changes !== undefined ? (
                      <span className="text-ink-3">
                        {' '}
                        <span className="number">{line.changes}</span> times to{' '}
                        <span className="number">{local(line.until ?? '').slice(0, 8)}</span>
                      </span>
                    ) : (
                      line.detail && <span className="text-ink-3"> {line.detail}</span>
                    )}
                  </td>
                  <td className="truncate">
                    {channels.find(({ id }) => id === line.channel)?.name ?? line.channel}
                    <span className="text-ink-3"> {line.lane}</span>
                  </td>
                  <td className="number">{line.number}</td>
                  <td className="truncate pr-2">{line.name}</td>
                  <td className="truncate text-ink-2" dir="auto">
                    {wordsOf(line.values)}
                  </td>
                  <td className="truncate">
                    {line.by !== line.why && line.by} <span className="text-ink-3">{whys[line.why]}</span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}
