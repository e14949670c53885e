import { useEffect, useRef } from 'react';
import { ChannelPicture, Screens } from '../../../air';
import { evaluate, looksSame, type Eye, type Moment, type Scene } from '../../../core/frame';
import type { Template } from '../../../core/show';
import { standInCamera } from '../../../standins';
import { bringPictures, fontsOf, measure, watch } from '../../picture/monitors';
import { air, releases } from '../../state/air-store';
import { draftClocks } from '../../state/data';
import { useBuild, type Backdrop } from '../build-store';
import { momentAt, onward } from '../score/moments';
import type { Placement } from './overlay';

const backdrops: Readonly<Record<Backdrop, string>> = {
  checks: 'checks',
  black: 'bg-black',
  white: 'bg-white',
  beach: 'bg-[url(/backdrops/beach.svg)] bg-cover bg-center',
  dusk: 'bg-[url(/backdrops/dusk.svg)] bg-cover bg-center',
  night: 'bg-[url(/backdrops/night.svg)] bg-cover bg-center',
  camera: 'bg-black',
};

/** The template over its backdrop, drawn when it is new. */
export function StagePicture(props: {
  scene: Scene | null;
  template: Template;
  place: Placement;
  /** From where it is looked at; null: as it is on air. */
  eye: Eye | null;
  backdrop: Backdrop;
}) {
  const { scene, template, place, eye, backdrop } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = eye ?? template;
  const box = { left: place.x, top: place.y, width: width * place.zoom, height: height * place.zoom };
  // The monitor stays while scenes come and go with every edit.
  const current = useRef({ scene, template, eye });
  current.current = { scene, template, eye };
  useEffect(() => {
    if (!canvas.current) return;
    let last: { scene: Scene; moment: Moment; eye: Eye | null } | null = null;
    let seen: number | null = null;
    const { set } = useBuild.getState();
    // What channels have on air now, for insets that show one.
    const client = air();
    const host = { measure, release: releases.get, fonts: fontsOf, pictures: bringPictures };
    const screens = new Screens([], (id) => new ChannelPicture(host, id));
    return watch({
      canvas: canvas.current,
      mode: 'full',
      placeholders: true,
      shown: () => {
        const { scene: shown, template: of, eye: from } = current.current;
        if (!shown) return null;
        const now = performance.now() / 1000;
        const { isPlaying, playhead } = useBuild.getState();
        if (isPlaying) set({ playhead: onward(of, playhead, seen === null ? 0 : (now - seen) * of.rate) });
        seen = isPlaying ? now : null;
        const time = shown.isLive ? Date.now() / 1000 : shown.hasClock ? Math.floor(Date.now() / 1000) : 0;
        const clocks = draftClocks();
        const moment = { ...momentAt(of, playhead, isPlaying, time), clocks };
        const isNew =
          last?.scene !== shown ||
          last.eye !== from ||
          last.moment.time !== time ||
          last.moment.clocks !== clocks ||
          !looksSame(shown, last.moment, moment);
        last = { scene: shown, moment, eye: from };
        const roots = [isNew ? evaluate(shown, moment) : shown.root];
        const isScreenNew =
          shown.screens.length > 0 && screens.show([shown], client.state, client.clock.now());
        const { width: across, height: down } = from ?? of;
        return { roots, isNew: isNew || isScreenNew, width: across, height: down };
      },
    });
  }, []);
  return (
    <>
      {/* A layer of its own: it is not painted again with every frame of the graphic over it. */}
      {eye ? null : backdrop === 'camera' ? (
        <Camera box={box} />
      ) : (
        <div aria-hidden className={`absolute will-change-transform ${backdrops[backdrop]}`} style={box} />
      )}
      <canvas
        ref={canvas}
        aria-label={`Picture of ${template.name}`}
        className="absolute will-change-transform"
        style={box}
      />
    </>
  );
}

/** The moving camera stand-in behind the graphic. */
function Camera({ box }: { box: { left: number; top: number; width: number; height: number } }) {
  const holder = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const { canvas, show } = standInCamera(960, 540);
    canvas.className = 'size-full object-cover';
    holder.current?.replaceChildren(canvas);
    let running = true;
    let turn = 0;
    const tick = (): void => {
      if (!running) return;
      requestAnimationFrame(tick);
      // As a camera of half the rate: what is over it stays smooth.
      turn += 1;
      if (turn % 2 === 0) show(performance.now() / 1000);
    };
    show(performance.now() / 1000);
    tick();
    return () => {
      running = false;
    };
  }, []);
  return <div ref={holder} aria-hidden className="absolute overflow-hidden" style={box} />;
}
