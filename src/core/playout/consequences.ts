import { channelDifferences, type Consequence, type Release } from '../show';
import { placeOf } from './timeline';
import type { AirState } from './state';

/** What putting a release on air does beside its own. `isUp`: whether a channel has something on air. */
export function consequences(
  state: AirState,
  release: Release,
  isUp: (channel: string) => boolean,
): Consequence[] {
  const said: Consequence[] = [];
  const say = (words: string, isGrave = false): void => void said.push({ words, isGrave });
  const isSame = state.show === null || state.show.id === release.show.id;
  if (!isSame)
    say(`“${state.show?.name}” gives way to “${release.show.name}”: cues and takes play that show`, true);
  for (const [id, run] of Object.entries(state.runs)) {
    const rundown = state.rundowns.find((own) => own.id === id);
    const after = release.rundowns.find((own) => own.id === id);
    const goesOn = isSame && after && (run.row === null || placeOf(after, run.row) >= 0);
    if (rundown) say(`“${rundown.name}” runs and ${goesOn ? 'goes on' : 'is stopped'}`, !goesOn);
  }
  for (const channel of state.channels)
    if (isUp(channel.id))
      say(`What is on air on ${channel.name} stays as it is until it is taken again or cleared`);
  said.push(...channelDifferences(state.channels, release.channels));
  const previews = Object.values(state.air).flatMap((air) => [
    ...(air.preview ? [air.preview] : []),
    ...Object.values(air.own),
  ]);
  const emptied = previews.filter(({ template }) => !release.templates[template]).length;
  if (emptied > 0)
    say(`${emptied === 1 ? 'A preview is' : `${emptied} previews are`} emptied: its template is not in it`);
  return said;
}
