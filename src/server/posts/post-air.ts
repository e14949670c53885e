import { endOf } from '../../core/playout';
import { problem, type Problem } from '../../core/problem';
import type { Release } from '../../core/show';
import type { AirEngine } from '../engine';
import { graphicsShowing, postsOnAir, postSourcesOf, takenOff } from './on-air-posts';
import type { PostHost, PostsSource } from './post-host';
import type { RoomChange } from './posts.worker';

export interface PostAirParts {
  readonly engine: AirEngine;
  readonly host: PostHost;
  readonly releaseOf: (hash: string) => Release | undefined;
  /** Air clock seconds. */
  readonly now: () => number;
  /** What is wrong with what shows posts has changed: the graphics' ids. */
  readonly onFaults: (graphics: readonly string[]) => void;
}

/** Keeps posts and air in step: which are on air, and what becomes of one that is not fit for it any more. */
export class PostAir {
  private release: string | null = null;
  private own = postSourcesOf(undefined);
  private timer: NodeJS.Timeout | null = null;
  /** By source: posts on air that are not fit, and why. */
  private readonly unfitNow = new Map<string, ReadonlyMap<string, string>>();
  private readonly faults = new Map<string, readonly Problem[]>();

  constructor(private readonly parts: PostAirParts) {}

  /** Takes up what the state shows. */
  follow(): void {
    const { engine, host, releaseOf, now } = this.parts;
    const { air } = engine;
    if (air.release !== this.release) {
      this.release = air.release;
      this.own = postSourcesOf(air.release === null ? undefined : releaseOf(air.release));
      host.setAir(this.own.sources, this.own.polls);
    }
    if (this.own.sources.length === 0) return;
    const at = now();
    host.onAir(postsOnAir(air, at, this.own, releaseOf));
    this.tell();
    // What leaves is on air until it has left.
    const ends = Object.values(air.air).flatMap(({ graphics }) => graphics.map(endOf)).filter((end) => end > at && end < Infinity); // prettier-ignore
    if (this.timer) clearTimeout(this.timer);
    this.timer =
      ends.length === 0 ? null : setTimeout(() => this.follow(), (Math.min(...ends) - at) * 1000 + 20);
    this.timer?.unref();
  }

  /** Posts of a source on air that are not fit for it any more: they leave, or it is said where they stand. */
  unfit(source: PostsSource, list: RoomChange['unfit']): void {
    const before = this.unfitNow.get(source.id);
    const now = new Map(list.map(({ key, why }) => [key, why]));
    this.unfitNow.set(source.id, now);
    this.tell();
    if (source.whenGone !== 'leave') return;
    const fresh = new Set([...now.keys()].filter((key) => !before?.has(key)));
    if (fresh.size === 0) return;
    for (const command of takenOff(this.parts.engine.air, fresh, this.own))
      void this.parts.engine.submit(command);
  }

  faultsOf = (graphic: string): readonly Problem[] => this.faults.get(graphic) ?? [];
  faulty = (): string[] => [...this.faults.keys()];

  private tell(): void {
    const unfit = new Map([...this.unfitNow.values()].flatMap((own) => [...own]));
    const showing =
      unfit.size === 0 ? [] : graphicsShowing(this.parts.engine.air, unfit, this.own, this.parts.releaseOf);
    const next = new Map(
      showing.map(({ graphic, whys }) => [graphic, whys.map((why) => problem('post-unfit', why))]),
    );
    const changed = [...new Set([...this.faults.keys(), ...next.keys()])].filter(
      (graphic) => JSON.stringify(this.faults.get(graphic)) !== JSON.stringify(next.get(graphic)),
    );
    this.faults.clear();
    for (const [graphic, problems] of next) this.faults.set(graphic, problems);
    if (changed.length > 0) this.parts.onFaults(changed);
  }

  close(): void {
    if (this.timer) clearTimeout(this.timer);
  }
}
