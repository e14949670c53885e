// Several Desks on one server, for the tests of the Desk: commands and states are on their way for as long as the test says.
import { apply, emptyAir, type AirState, type Command, type Graphic } from '../playout';
import { card, made, released } from '../playout/trial';
import { newChange, newPhase, newTextField, type Card, type Field, type Release } from '../show';
import {
  answered,
  fillPreview,
  hear,
  meaningOf,
  newDesk,
  press,
  sendLive,
  typeInto,
  typeOnLine,
  type DeskPress,
  type DeskState,
  type Puts,
  type Step,
  type View,
} from './index';

const words = [newTextField('f-name', 'Name', '', {}), newTextField('f-role', 'Role', '', {})];

export const cards: readonly Card[] = [
  card('401', '401', 'name', { values: { 'f-name': 'one' } }),
  card('402', '402', 'name', { values: { 'f-name': 'two' } }),
  card('301', '301', 'strip', { values: { 'f-name': 'strip' } }),
];

export const show = (fields: Field[] = words, given: readonly Card[] = cards): Release =>
  released(
    [
      made('name', 'lower', { fields, changes: [newChange('c', 'Words', newPhase(30))] }),
      made('strip', 'full', { fields }),
    ],
    given,
  );

export interface Seat {
  readonly name: string;
  desk: DeskState;
  /** The state as it has come so far. */
  air: AirState;
  readonly commands: { command: Command; done: string; puts: Puts | null }[];
  readonly news: ({ air: AirState } | { command: Command; refused: string | null; done: string })[];
}

const hash = '1'.repeat(64);

export class Gallery {
  now = 1000;
  air: AirState;
  readonly desks: Record<'Ana' | 'Bo', Seat>;
  /** What a Desk's command has put on air, beside what its foot had said. */
  readonly taken: { puts: Puts | null; command: Command; before: AirState; after: AirState }[] = [];
  private isHeld = false;

  constructor(
    private readonly release: Release,
    names: readonly ('Ana' | 'Bo')[],
    shares: boolean,
  ) {
    this.air = this.applied({ do: 'release', release: hash }, emptyAir()) as AirState;
    this.desks = Object.fromEntries(
      names.map((name): [string, Seat] => [
        name,
        {
          name,
          desk: { ...newDesk(name, `m${name}`, 'main'), shares },
          air: this.air,
          commands: [],
          news: [],
        },
      ]),
    ) as Record<'Ana' | 'Bo', Seat>;
  }

  readonly releases = (wanted: string): Release | undefined => (wanted === hash ? this.release : undefined);

  private applied(command: Command, state: AirState): AirState | string {
    const done = apply(state, command, this.now, this.releases);
    return 'problem' in done ? done.problem.code : done.state;
  }

  view = ({ desk, air }: Seat): View => ({ desk, air, releases: this.releases, now: this.now });

  up = (): Graphic[] => this.air.air['main']?.graphics.filter((g) => g.exitAt === null) ?? [];

  /** From here on nothing arrives until it is let flow. */
  hold(): void {
    this.isHeld = true;
  }

  step(seat: Seat, { desk, commands, done }: Step, puts: Puts | null = null): void {
    seat.desk = desk;
    for (const command of commands) seat.commands.push({ command, done, puts });
    if (!this.isHeld) this.flow();
  }

  press(seat: Seat, what: DeskPress, puts: Puts | null = null): void {
    this.step(seat, press(this.view(seat), what), puts);
  }

  call(seat: Seat, number: string): void {
    for (const figure of number) this.key(seat, figure);
    this.press(seat, 'cue');
  }

  key(seat: Seat, figure: string): void {
    seat.desk = typeOnLine(seat.desk, meaningOf(seat.desk, {}, figure, figure));
  }

  /** Types into the form, and lets what is typed go where it goes by itself. */
  type(seat: Seat, values: Record<string, string>): void {
    seat.desk = typeInto(this.view(seat), values);
    this.step(seat, fillPreview(this.view(seat)));
    this.step(seat, sendLive(this.view(seat)));
  }

  command(seat: Seat, command: Command): void {
    this.step(seat, { desk: seat.desk, commands: [command], done: '' });
  }

  wait(seconds: number): void {
    this.now += seconds;
  }

  /** The oldest command of a seat reaches the server. */
  serve(seat: Seat): void {
    const next = seat.commands.shift();
    if (!next) return;
    const { command, done, puts } = next;
    const before = this.air;
    const after = this.applied({ ...command, by: seat.name }, before);
    const refused = typeof after === 'string' ? after : null;
    if (typeof after !== 'string') {
      this.air = after;
      this.taken.push({ puts, command, before, after });
      for (const other of Object.values(this.desks)) other.news.push({ air: after });
    }
    seat.news.push({ command, refused, done });
  }

  /** The oldest message reaches a seat. */
  tell(seat: Seat): void {
    const next = seat.news.shift();
    if (!next) return;
    const before = this.view(seat);
    if ('air' in next) {
      seat.air = next.air;
      seat.desk = hear(before, this.view(seat));
    } else seat.desk = answered(before, next.command, next.refused, next.done);
  }

  flow(): void {
    this.isHeld = false;
    const seats = Object.values(this.desks);
    while (seats.some(({ commands, news }) => commands.length + news.length > 0))
      for (const seat of seats) {
        this.serve(seat);
        for (const other of seats) while (other.news.length > 0) this.tell(other);
      }
  }
}
