// A made-up show and clock for the tests of playout.
import {
  newElement,
  newPhase,
  newRundown,
  newTemplate,
  newTextField,
  plainLook,
  type Card,
  type Release,
  type Template,
} from '../show';
import { apply } from './apply';
import type { Command } from './command';
import type { AirEvent } from './event';
import { emptyAir, type AirState, type Graphic } from './state';

const format = { width: 1920, height: 1080, rate: 50 };
const lanes = [
  { id: 'full', name: 'Full' },
  { id: 'lower', name: 'Lower' },
  { id: 'bug', name: 'Bug' },
];

/** A template whose Enter takes 25 frames of 50 and whose Exit takes 20; what is given overrides it. */
export const made = (id: string, lane: string, given: Partial<Template> = {}): Template =>
  newTemplate(id, `Template ${id}`, {
    lane,
    elements: { e: newElement('text', 'e', 'E') },
    order: ['e'],
    fields: [newTextField('f-name', 'Name', 'no name', { maxLength: 40 })],
    phases: { enter: newPhase(25), idle: newPhase(0), exit: newPhase(20) },
    ...given,
  });

export const card = (id: string, number: string, template: string, given: Partial<Card> = {}): Card => ({
  id,
  number,
  template,
  values: { 'f-name': id },
  ...given,
});

export const released = (
  templates: readonly Template[],
  cards: readonly Card[],
  given: Partial<Release> = {},
): Release => ({
  show: { id: 's', name: 'Show' },
  look: plainLook,
  channels: [
    { id: 'main', name: 'Main', format, lanes },
    { id: 'beach', name: 'Beach screen', format, lanes },
  ],
  templates: Object.fromEntries(templates.map((own) => [own.id, own])),
  cards: Object.fromEntries(cards.map((own) => [own.id, own])),
  rundowns: [newRundown('r', 'Rundown', 'main')],
  pads: [],
  assets: {},
  sources: {},
  tables: {},
  views: {},
  clocks: {},
  tickers: {},
  scores: {},
  ...given,
});

/** Plays commands at times that the test chooses. */
export class Trial {
  state: AirState = emptyAir();
  readonly events: AirEvent[] = [];
  /** Every command that was carried out, and when. */
  readonly journal: { command: Command; at: number }[] = [];
  readonly shelf: Record<string, Release> = {};

  constructor(release: Release, at = 0) {
    this.release(release, at);
  }

  readonly releases = (hash: string): Release | undefined => this.shelf[hash];

  release(release: Release, at: number): string {
    const hash = String(Object.keys(this.shelf).length + 1).repeat(64);
    this.shelf[hash] = release;
    return this.go({ do: 'release', release: hash }, at);
  }

  /** `done`, or the code of the refusal. */
  go(command: Command, at: number): string {
    const applied = apply(this.state, command, at, this.releases);
    if ('problem' in applied) return applied.problem.code;
    this.state = applied.state;
    this.journal.push({ command, at });
    this.events.push(...applied.events);
    return 'done';
  }

  /** Lets the clock run, as the server does: what falls due is carried out. */
  pass(from: number, to: number, every = 0.25): void {
    for (let at = from; at <= to + 1e-9; at += every) this.go({ do: 'tick' }, at);
  }

  up(channel = 'main'): Graphic[] {
    return (this.state.air[channel]?.graphics ?? []).filter((g) => g.exitAt === null);
  }

  all(channel = 'main'): readonly Graphic[] {
    return this.state.air[channel]?.graphics ?? [];
  }

  find(cardId: string, channel = 'main'): Graphic | undefined {
    return this.all(channel).find((g) => g.card === cardId);
  }
}
