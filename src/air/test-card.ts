import { exactRate, timecode, type Channel } from '../core/show';

/** Pictures that an output shows in place of its channel, to be set up by. */
export const testCards = ['none', 'bars', 'safe', 'counter', 'identity'] as const;
export type TestCard = (typeof testCards)[number];

/** 75 % colour bars, from left to right. */
const bars = ['#bfbfbf', '#bfbf00', '#00bfbf', '#00bf00', '#bf00bf', '#bf0000', '#0000bf'] as const;

const ink = '#ece7db';
const ground = '#12171a';

/** Insets of EBU R 95: action 3.5 %, graphics 5 % of each side. */
const safeAreas = [
  { name: 'Action safe', inset: 0.035 },
  { name: 'Graphics safe', inset: 0.05 },
] as const;

/** Draws a test card of a channel as at a time of the air clock (seconds), on a canvas of the channel's size. */
export function drawTestCard(
  to: CanvasRenderingContext2D,
  card: Exclude<TestCard, 'none'>,
  channel: Channel,
  time: number,
  name: string,
): void {
  const { width, height, rate } = channel.format;
  const unit = Math.min(width, height) / 100;
  to.setTransform(1, 0, 0, 1, 0, 0);
  to.fillStyle = ground;
  to.fillRect(0, 0, width, height);
  const write = (words: string, x: number, y: number, size: number, font = 'Hanken Grotesk'): void => {
    to.font = `600 ${Math.round(size * unit)}px "${font}", sans-serif`;
    to.fillText(words, x, y, width * 0.92);
  };
  to.textAlign = 'center';
  to.textBaseline = 'middle';
  const frame = Math.floor(time * exactRate(rate) + 1e-4);
  const code = timecode(time % 86_400, rate);
  switch (card) {
    case 'bars': {
      const each = width / bars.length;
      bars.forEach((colour, i) => {
        to.fillStyle = colour;
        to.fillRect(Math.floor(i * each), 0, Math.ceil(each), height * 0.78);
      });
      const ramp = to.createLinearGradient(0, 0, width, 0);
      ramp.addColorStop(0, '#000000');
      ramp.addColorStop(1, '#ffffff');
      to.fillStyle = ramp;
      to.fillRect(0, height * 0.78, width, height * 0.1);
      to.fillStyle = ink;
      write(`${channel.name}  ${width}×${height} ${rate}p`, width / 2, height * 0.94, 5);
      return;
    }
    case 'safe':
      to.strokeStyle = ink;
      to.fillStyle = ink;
      to.lineWidth = Math.max(1, unit / 4);
      for (const [i, { name: words, inset }] of safeAreas.entries()) {
        to.setLineDash(i === 0 ? [] : [unit * 2, unit]);
        to.strokeRect(width * inset, height * inset, width * (1 - 2 * inset), height * (1 - 2 * inset));
        write(words, width / 2, height * inset + unit * (i === 0 ? 0.7 : 3), 2);
      }
      to.setLineDash([]);
      to.beginPath();
      to.moveTo(width / 2, height * 0.4);
      to.lineTo(width / 2, height * 0.6);
      to.moveTo(width / 2 - height * 0.1, height / 2);
      to.lineTo(width / 2 + height * 0.1, height / 2);
      to.stroke();
      write(`${channel.name}  ${width}×${height}`, width / 2, height * 0.7, 4);
      return;
    case 'counter': {
      const nominal = Math.round(rate);
      const within = frame % nominal;
      // One cell for each frame of a second; the one that is now is lit.
      const cell = (width * 0.9) / nominal;
      for (let i = 0; i < nominal; i += 1) {
        to.fillStyle = i === within ? '#d8a748' : '#2c373b';
        to.fillRect(width * 0.05 + i * cell, height * 0.72, Math.max(1, cell - unit / 3), height * 0.08);
      }
      to.fillStyle = ink;
      write(code, width / 2, height * 0.42, 15, 'Spline Sans Mono');
      write(`frame ${frame % 1_000_000}`, width / 2, height * 0.58, 6, 'Spline Sans Mono');
      return;
    }
    case 'identity':
      to.fillStyle = ink;
      write(channel.name, width / 2, height * 0.36, 16);
      write(name, width / 2, height * 0.54, 7);
      write(`${width}×${height} ${rate}p   ${code}`, width / 2, height * 0.68, 5, 'Spline Sans Mono');
  }
}
