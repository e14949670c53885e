import type { Release } from '../../core/show';
import type { AirEngine } from '../engine';
import type { Log } from '../log';
import type { PictureWatch, WatchedPicture } from './picture-watch';

export interface LivePicturesParts {
  readonly engine: AirEngine;
  readonly watch: PictureWatch;
  readonly releaseOf: (hash: string) => Release | undefined;
  readonly log: Log;
  readonly addAsset: (id: string, bytes: Uint8Array) => Promise<unknown>;
}

/** Keeps the pictures of what is released in step with the files of the watched folder that they were read from. */
export class LivePictures {
  private queue: Promise<void> = Promise.resolve();

  constructor(private readonly parts: LivePicturesParts) {}

  /** A picture was saved anew. */
  saved(picture: WatchedPicture): void {
    this.queue = this.queue
      .then(() => this.bring(picture))
      .catch((error: unknown) => {
        this.parts.log.error(
          { error, path: picture.path },
          'a picture that was saved anew was not brought to air',
        );
      });
  }

  /** A release has come: what was saved since it was made goes on air in it. */
  follow(): void {
    for (const picture of this.parts.watch.list()) this.saved(picture);
  }

  private async bring({ path, hash }: WatchedPicture): Promise<void> {
    const { engine, releaseOf, watch, addAsset } = this.parts;
    const { air } = engine;
    const hashes = new Set<string>(air.release === null ? [] : [air.release]);
    for (const { graphics } of Object.values(air.air))
      for (const graphic of graphics) hashes.add(graphic.release);
    for (const release of hashes)
      for (const asset of Object.values(releaseOf(release)?.assets ?? {})) {
        if (asset.watched?.path !== path) continue;
        // The file as it was when the release was made is drawn by the release itself.
        const becomes = asset.watched.hash === hash ? asset.id : hash;
        if ((engine.air.pictures[asset.id] ?? asset.id) === becomes) continue;
        if (becomes !== asset.id) {
          const bytes = await watch.bytes(path, hash);
          if (!bytes || (await addAsset(hash, bytes)) !== null) continue;
        }
        await engine.submit({ do: 'picture', asset: asset.id, becomes, by: 'data' });
      }
  }
}
