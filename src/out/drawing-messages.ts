import type { Channel } from '../core/show';
import type { CopiedPicture, Face, OutputMode, Relief } from '../render';
import type { Trouble } from './host';

/** What draws a channel, on its page or in a worker, is told this. */
export type ToDrawing =
  | {
      readonly do: 'open';
      readonly canvas: OffscreenCanvas;
      readonly channel: string;
      readonly mode: OutputMode;
      readonly faces: readonly Face[];
    }
  | { readonly do: 'canvas'; readonly canvas: OffscreenCanvas }
  /** A message of the air server: a welcome, or what has changed since. */
  | { readonly do: 'news'; readonly text: string }
  /** By what the server's clock is ahead of the page's, in seconds; `sent` by the page's. */
  | { readonly do: 'clock'; readonly ahead: number; readonly sent: number }
  /** A moving picture as it is now; `image` is left out where it is the one before, null where there is none. */
  | {
      readonly do: 'moving';
      readonly key: string;
      readonly state: 'coming' | 'missing' | 'shown';
      readonly image?: ImageBitmap;
    }
  | { readonly do: 'vector'; readonly ask: number; readonly image: ImageBitmap | null }
  | { readonly do: 'give-release'; readonly ask: number; readonly hash: string };

/** A moving picture that is wanted: a video for an element at a second of it, or a camera. */
export type Wanted =
  | {
      readonly kind: 'video';
      readonly key: string;
      readonly asset: string;
      readonly seconds: number;
      readonly loops: boolean;
    }
  | { readonly kind: 'camera'; readonly key: string; readonly device: string; readonly seconds: number };

/** How drawing is going. */
export interface DrawingReport {
  readonly frame: number;
  /** Frames that were due and not drawn since the report before. */
  readonly dropped: number;
  /** Frames by which the picture is behind. */
  readonly behind: number;
  /** Names of what the server could not give. */
  readonly missing: readonly string[];
  /** Parts of the picture that have fewer px than they should. */
  readonly coarse: number;
  /** What is left out as its machine cannot keep up, see `Relief`. */
  readonly relief: Relief;
  /** What its pictures, words and surfaces take, bytes. */
  readonly memory: number;
  readonly trouble: Trouble;
}

/** What draws a channel tells this. */
export type FromDrawing =
  /** That it is there: by a worker, now and then. */
  | { readonly told: 'alive' }
  /** What is known of the channel; null: there is none of that name. */
  | { readonly told: 'channel'; readonly channel: Channel | null }
  /** The state that is drawn from now on has been evaluated; it is told before it is drawn. */
  | { readonly told: 'evaluated'; readonly sequence: number }
  | {
      readonly told: 'frame';
      readonly frame: number;
      readonly at: number;
      readonly sequence: number;
      /** Whether all that is on air was in it. */
      readonly isWhole: boolean;
    }
  | { readonly told: 'report'; readonly report: DrawingReport }
  /** The graphics are lost: what there is of a copy of the last picture, and the graphics in it, by id. */
  | { readonly told: 'lost'; readonly picture: CopiedPicture | null; readonly graphics: readonly string[] }
  /** What is on air and not on its way out, by id: told while nothing can be drawn. */
  | { readonly told: 'on-air'; readonly graphics: readonly string[] }
  /** The canvas has failed: another is wanted. */
  | { readonly told: 'canvas-wanted' }
  /** News was missed: the whole state is wanted. */
  | { readonly told: 'state-wanted' }
  | { readonly told: 'moving-wanted'; readonly wanted: readonly Wanted[] }
  | { readonly told: 'vector-wanted'; readonly ask: number; readonly blob: Blob; readonly size: number }
  | { readonly told: 'release'; readonly ask: number; readonly json: string | null };
