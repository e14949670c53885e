import type { PictureSource } from './textures';

/** A camera that is drawn, for machines without one; `show` brings it to a time in seconds. */
export interface StandIn {
  readonly canvas: HTMLCanvasElement;
  show(seconds: number): void;
}

/** A picture that moves, as it is now. */
export interface MovingImage {
  readonly image: HTMLVideoElement | HTMLCanvasElement | ImageBitmap;
  readonly width: number;
  readonly height: number;
  /** Another number whenever the image has changed. */
  readonly version: number;
}

/** What gives moving pictures. */
export interface Movers {
  /** A video for one element, at `seconds` from its beginning. */
  video(key: string, asset: string, seconds: number, loops: boolean): MovingImage | 'coming' | 'missing';
  /** What a camera sees; a stand-in where there is none or it is refused. */
  camera(device: string, seconds: number): MovingImage | 'coming';
  /** Whether one that was asked for is on its way. */
  readonly isWaiting: boolean;
  dispose(): void;
}

interface Shown {
  image: HTMLVideoElement | HTMLCanvasElement;
  width: number;
  height: number;
  version: number;
}
interface Playing {
  readonly asset: string;
  readonly element: HTMLVideoElement;
  readonly shown: Shown;
  state: 'coming' | 'ready' | 'missing';
  /** The time of the frame that is shown. */
  at: number;
  wanted: number;
  used: number;
}
interface Camera {
  state: 'asking' | 'live' | 'stand-in';
  element: HTMLVideoElement | null;
  standIn: StandIn | null;
  shown: Shown | null;
  at: number;
}

/** Over so many seconds a playing video is set right; less is let run, as setting right shows. */
const drift = 0.12;
const idleMs = 5000;
/** Seconds past the end of any video. */
const endless = 1e7;

/**
 * Videos and cameras of a page. A video stands where its seconds say; one that moves on evenly is let play, else it is set
 * there.
 */
export class Players implements Movers {
  private readonly videos = new Map<string, Playing>();
  private readonly cameras = new Map<string, Camera>();

  constructor(
    private readonly source: PictureSource,
    private readonly onCome: () => void,
    private readonly standIn: () => StandIn,
  ) {}

  video(key: string, asset: string, seconds: number, loops: boolean): MovingImage | 'coming' | 'missing' {
    this.forgetIdle();
    let playing = this.videos.get(key);
    if (!playing || playing.asset !== asset) {
      if (playing) this.stop(key, playing);
      playing = this.open(asset);
      this.videos.set(key, playing);
    }
    playing.used = performance.now();
    const { element, shown } = playing;
    if (playing.state !== 'ready') return playing.state;
    if (!Number.isFinite(element.duration)) return 'coming';
    const length = element.duration;
    const last = Math.max(0, length - 0.04);
    const at = length <= 0 ? 0 : loops ? seconds % length : Math.min(seconds, last);
    const moved = at - playing.wanted;
    playing.wanted = at;
    const isRunning = moved > 0 && moved < 0.25 && at < last;
    if (isRunning) {
      if (element.paused) void element.play().catch(() => undefined);
      if (Math.abs(element.currentTime - at) > drift && !element.seeking) element.currentTime = at;
    } else {
      if (!element.paused) element.pause();
      if (Math.abs(element.currentTime - at) > 0.01 && !element.seeking) element.currentTime = at;
    }
    if (element.readyState >= 2 && !element.seeking && playing.at !== element.currentTime) {
      playing.at = element.currentTime;
      shown.width = element.videoWidth;
      shown.height = element.videoHeight;
      shown.version += 1;
    }
    // Until its first frame is there, nothing is.
    return playing.at < 0 ? 'coming' : shown;
  }

  camera(device: string, seconds: number): MovingImage | 'coming' {
    let camera = this.cameras.get(device);
    if (!camera) {
      camera = { state: 'asking', element: null, standIn: null, shown: null, at: -1 };
      this.cameras.set(device, camera);
      void this.ask(device, camera);
    }
    const { state, element, standIn, shown } = camera;
    if (state === 'asking' || !shown) return 'coming';
    if (state === 'live' && element) {
      if (element.readyState < 2) return 'coming';
      shown.width = element.videoWidth;
      shown.height = element.videoHeight;
      shown.version += 1;
      return shown;
    }
    if (!standIn) return 'coming';
    if (camera.at !== seconds) {
      camera.at = seconds;
      standIn.show(seconds);
      shown.version += 1;
    }
    return shown;
  }

  get isWaiting(): boolean {
    for (const { state, element, at } of this.videos.values())
      if (state === 'coming' || (state === 'ready' && (element.seeking || at < 0))) return true;
    for (const { state } of this.cameras.values()) if (state === 'asking') return true;
    return false;
  }

  dispose(): void {
    for (const [key, playing] of this.videos) this.stop(key, playing);
    for (const { element } of this.cameras.values())
      for (const track of (element?.srcObject as MediaStream | null)?.getTracks() ?? []) track.stop();
    this.cameras.clear();
  }

  private open(asset: string): Playing {
    const element = document.createElement('video');
    element.muted = true;
    element.playsInline = true;
    element.preload = 'auto';
    const playing: Playing = {
      asset,
      element,
      shown: { image: element, width: 0, height: 0, version: 0 },
      state: 'coming',
      at: -1,
      wanted: -1,
      used: 0,
    };
    element.addEventListener('loadeddata', () => {
      sizeFor(element);
      // A recording may not say how long it is until its end has been looked for.
      if (element.duration === Infinity) element.currentTime = endless;
      playing.state = 'ready';
      this.onCome();
    });
    element.addEventListener('seeked', () => this.onCome());
    element.addEventListener('error', () => {
      playing.state = 'missing';
      this.onCome();
    });
    void this.source(asset).then((blob) => {
      if (blob) element.src = URL.createObjectURL(blob);
      else {
        playing.state = 'missing';
        this.onCome();
      }
    });
    return playing;
  }

  private stop(key: string, playing: Playing): void {
    playing.element.pause();
    URL.revokeObjectURL(playing.element.src);
    playing.element.removeAttribute('src');
    this.videos.delete(key);
  }

  private forgetIdle(): void {
    const now = performance.now();
    for (const [key, playing] of this.videos)
      if (playing.used > 0 && now - playing.used > idleMs) this.stop(key, playing);
  }

  private async ask(device: string, camera: Camera): Promise<void> {
    try {
      if (!navigator.mediaDevices || device === 'stand-in:') throw new Error('no devices');
      const stream = device === 'screen:' ? await sharedScreen() : await withName(device);
      stream.getVideoTracks()[0]?.addEventListener('ended', () => this.standFor(device, camera));
      const element = document.createElement('video');
      element.muted = true;
      element.playsInline = true;
      element.srcObject = stream;
      await element.play();
      sizeFor(element);
      camera.element = element;
      camera.shown = { image: element, width: 0, height: 0, version: 0 };
      camera.state = 'live';
    } catch {
      this.standFor(device, camera);
    }
    this.onCome();
  }

  /** Shows the stand-in where nothing live comes, or comes no more. */
  private standFor(device: string, camera: Camera): void {
    const standIn = this.standIn();
    const { width, height } = standIn.canvas;
    camera.element = null;
    camera.standIn = standIn;
    camera.shown = { image: standIn.canvas, width, height, version: 0 };
    camera.state = 'stand-in';
    // A browser shares a screen only when its page is touched: it is asked for again then.
    if (device === 'screen:')
      document.addEventListener('pointerdown', () => void this.ask(device, camera), { once: true });
    this.onCome();
  }
}

/** A screen or window of the machine, as chosen there. */
const sharedScreen = (): Promise<MediaStream> =>
  navigator.mediaDevices.getDisplayMedia({ video: { frameRate: 30 }, audio: false });

/** A stream of the first camera whose name has `device` in it. */
async function withName(device: string): Promise<MediaStream> {
  const any = await navigator.mediaDevices.getUserMedia({ video: true });
  if (device === '') return any;
  // Names are told only once a camera has been allowed.
  const found = (await navigator.mediaDevices.enumerateDevices()).find(
    (d) => d.kind === 'videoinput' && d.label.toLowerCase().includes(device.toLowerCase()),
  );
  for (const track of any.getTracks()) track.stop();
  if (!found) throw new Error('no such camera');
  return navigator.mediaDevices.getUserMedia({ video: { deviceId: { exact: found.deviceId } } });
}

/** Textures take an element's own size, which for a video is not that of its pictures. */
function sizeFor(element: HTMLVideoElement): void {
  element.width = element.videoWidth;
  element.height = element.videoHeight;
}

/** What moves where no page is, as in pictures that stand still: no videos, and of cameras the stand-in. */
export function standInAlone(standIn: () => StandIn): Movers {
  let own: StandIn | null = null;
  return {
    video: () => 'missing',
    camera(_, seconds) {
      own ??= standIn();
      own.show(seconds);
      return { image: own.canvas, width: own.canvas.width, height: own.canvas.height, version: seconds };
    },
    isWaiting: false,
    dispose: () => undefined,
  };
}
