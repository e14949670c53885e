// Draws what is on air on a channel, frame by frame, from the news it is given: on an output's page or in a worker of it.
import { afterPatches, ChannelPicture, serverMessageSchema } from '../air';
import { emptyAir, type AirState } from '../core/playout';
import { canonicalJson, exactRate, type Channel } from '../core/show';
import type { OutputMode, Renderer, View } from '../render';
import type { DrawingReport, FromDrawing } from './drawing-messages';
import { ReliefSteps } from './relief';
import { Standing } from './standing';
import { openHost, type HostPorts, type Trouble } from './host';

export interface DrawingPorts extends Pick<HostPorts, 'canvas' | 'another' | 'movers'> {
  readonly channel: string;
  readonly mode: OutputMode;
  /** Seconds by the server's clock. */
  readonly now: () => number;
  readonly tell: (told: FromDrawing) => void;
}

const reportSeconds = 1;

export class ChannelDrawing {
  private state: AirState = emptyAir();
  private channel: Channel | null | undefined;
  private readonly host: ReturnType<typeof openHost>;
  private readonly picture: ChannelPicture;
  private view: View | null = null;
  private viewOf: Renderer | null = null;
  private lastFrame = 0;
  private dropped = 0;
  private lastReport = 0;
  private evaluated = -1;
  private readonly steps = new ReliefSteps();
  private due = 0;
  private reliefs = { insets: 0, blurs: 0 };
  private trouble: Trouble = 'none';
  private wantsState = false;
  private readonly standing = new Standing();
  /** What was told to be on air while the graphics are lost. */
  private told = '';

  constructor(private readonly ports: DrawingPorts) {
    this.host = openHost({
      canvas: ports.canvas,
      another: ports.another,
      movers: ports.movers,
      onLost: () => this.tellLost(),
      // It may be called while the host is still being made.
      onNeed: () =>
        setTimeout(() => {
          this.picture.touch();
          this.tellTrouble();
        }),
      onFonts: () => this.picture.remake(),
    });
    const { measure, releases, fonts } = this.host;
    this.picture = new ChannelPicture(
      { measure, release: releases.get, fonts, pictures: (wanted) => this.viewOf?.bring(wanted) },
      ports.channel,
    );
    requestAnimationFrame(this.tick);
  }

  /** Takes a message of the air server: a welcome, or what has changed since. */
  hear(text: string): void {
    const after = this.stateAfter(text);
    if (!after) {
      // Changes that cannot be read were missed all the same. It is asked for once, until it comes.
      if (!this.wantsState) this.ports.tell({ told: 'state-wanted' });
      this.wantsState = true;
      return;
    }
    this.wantsState = false;
    this.state = after;
    const channel = after.channels.find(({ id }) => id === this.ports.channel) ?? null;
    if (channel !== this.channel) this.ports.tell({ told: 'channel', channel });
    this.channel = channel;
    this.host.takePictures(after.pictures);
    // What may come next is made ready before it is asked for.
    const release = this.host.releases.get(after.release);
    for (const template of Object.values(release?.templates ?? {}))
      if (release) void this.host.fonts(template, {}, release);
  }

  private stateAfter(text: string): AirState | null {
    try {
      const message = serverMessageSchema.parse(JSON.parse(text));
      if (message.type === 'patches') return afterPatches(this.state, message);
      return message.type === 'welcome' ? message.state : null;
    } catch {
      return null;
    }
  }

  /** A release that is at hand here, as its canonical JSON. */
  release(hash: string): string | null {
    const release = this.host.releases.peek(hash);
    return release ? canonicalJson(release) : null;
  }

  /** Notes whether what is shown from elsewhere could be had. */
  found(asset: string, isThere: boolean): void {
    if (isThere) this.host.missing.delete(asset);
    else this.host.missing.add(asset);
  }

  /** Draws again, as after what it waited for has come. */
  touch(): void {
    this.picture.touch();
  }

  private readonly tick = (): void => {
    requestAnimationFrame(this.tick);
    const { host, picture, ports, state, channel } = this;
    if (!channel) return;
    const { width, height, rate } = channel.format;
    const now = ports.now();
    const frame = Math.floor(now * exactRate(rate) + 1e-4);
    if (frame === this.lastFrame) return;
    if (this.lastFrame > 0 && frame > this.lastFrame + 1) this.dropped += frame - this.lastFrame - 1;
    this.due += this.lastFrame > 0 ? Math.min(frame - this.lastFrame, 1000) : 0;
    this.lastFrame = frame;
    const renderer = host.renderer();
    if (renderer && this.viewOf !== renderer) {
      this.view = renderer.newView();
      this.viewOf = renderer;
      picture.touch();
    }
    if (renderer && (renderer.canvas.width !== width || renderer.canvas.height !== height)) {
      renderer.reserve(width, height);
      picture.touch();
    }
    const { roots, isNew, isWhole } = picture.program(state, now);
    const view = host.trouble() === 'none' ? this.view : null;
    const isDrawn = view !== null && (isNew || view.owes());
    if (isDrawn) {
      if (this.evaluated !== state.sequence) {
        this.evaluated = state.sequence;
        ports.tell({ told: 'evaluated', sequence: state.sequence });
      }
      view.draw(roots, {
        width,
        height,
        pixelWidth: width,
        pixelHeight: height,
        mode: ports.mode,
        placeholders: false,
        relief: this.steps.now,
      });
      const { insets, blurs } = view.relievable();
      this.reliefs.insets = Math.max(this.reliefs.insets, insets);
      this.reliefs.blurs = Math.max(this.reliefs.blurs, blurs);
      ports.tell({
        told: 'frame',
        frame,
        at: ports.now(),
        sequence: state.sequence,
        isWhole: isWhole && this.viewOf?.isWaiting() === false,
      });
    }
    if (view) this.copy(now, isDrawn, width, height);
    else this.tellOnAir();
    if (now - this.lastReport > reportSeconds) {
      this.lastReport = now;
      if (this.steps.second({ due: this.due, dropped: this.dropped, ...this.reliefs })) picture.touch();
      this.due = 0;
      this.reliefs = { insets: 0, blurs: 0 };
      this.report(Math.max(0, Math.floor(ports.now() * exactRate(rate) + 1e-4) - frame));
    }
  };

  /** Keeps a copy of the picture, for when the graphics are lost. */
  private copy(now: number, isDrawn: boolean, width: number, height: number): void {
    const renderer = this.host.renderer();
    if (!renderer) return;
    if (renderer.hasCopied()) this.standing.hasCome();
    const step = this.standing.frame(now, isDrawn);
    if (step === 'draw') this.picture.touch();
    if (step !== 'take') return;
    renderer.copy(width, height);
    this.standing.beginsWith(this.picture.graphicsAt(this.state, now, true));
  }

  /** Gives the copy of the picture away, so that it stands until there are graphics again. */
  private tellLost(): void {
    this.tellTrouble();
    const picture = this.host.renderer()?.giveCopy() ?? null;
    this.ports.tell({ told: 'lost', picture, graphics: this.standing.graphics });
    this.told = '';
    this.tellOnAir();
  }

  /** While nothing is drawn: what is on air, so that what is taken off does not stand. */
  private tellOnAir(): void {
    const graphics = this.picture.graphicsAt(this.state, this.ports.now(), false);
    const told = graphics.join(' ');
    if (told === this.told) return;
    this.told = told;
    this.ports.tell({ told: 'on-air', graphics });
  }

  /** Says at once that nothing is drawn, or that it is again; not with the next report. */
  private tellTrouble(): void {
    const trouble = this.host.trouble();
    if (trouble === this.trouble) return;
    this.trouble = trouble;
    this.report(0);
  }

  private report(behind: number): void {
    const shown = this.host.releases.get(this.state.release);
    const report: DrawingReport = {
      frame: this.lastFrame,
      dropped: this.dropped,
      behind,
      missing: [
        ...[...this.host.missing].map((id) => shown?.assets[id]?.name ?? id),
        ...[...this.picture.circles].map(
          (id) => `${this.state.channels.find((own) => own.id === id)?.name ?? id} in itself`,
        ),
      ].slice(0, 20),
      coarse: this.host.renderer()?.coarse() ?? 0,
      relief: this.steps.now,
      memory: this.host.renderer()?.bytes() ?? 0,
      trouble: this.host.trouble(),
    };
    this.dropped = 0;
    this.ports.tell({ told: 'report', report });
  }
}
