/**
 * The camera stand-in: a hand-held view of the tidal beach, drawn for any time. Kites sway on their lines, the sea
 * glints, the picture drifts a little as on a shoulder. `seconds` of any clock; the same time is the same picture.
 */
export function drawCamera(
  context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
  width: number,
  height: number,
  seconds: number,
): void {
  const scale = Math.max(width / 1600, height / 900);
  context.save();
  context.translate(width / 2, height / 2);
  context.scale(scale * 1.06, scale * 1.06);
  context.rotate(0.004 * Math.sin(seconds * 0.7));
  context.translate(-800 + 14 * Math.sin(seconds * 0.31), -450 + 9 * Math.sin(seconds * 0.47 + 1));
  const fill = (colour: string, draw: () => void): void => {
    context.fillStyle = colour;
    context.beginPath();
    draw();
    context.fill();
  };
  const box = (x: number, y: number, w: number, h: number) => (): void => context.rect(x, y, w, h);

  const sky = context.createLinearGradient(0, -100, 0, 520);
  sky.addColorStop(0, '#3f78a8');
  sky.addColorStop(1, '#cfdcd4');
  context.fillStyle = sky;
  context.fillRect(-200, -200, 2000, 720);
  for (let i = 0; i < 5; i += 1) {
    const x = ((i * 430 + seconds * (6 + i)) % 2300) - 300;
    fill('#ffffff38', () => context.ellipse(x, 90 + i * 58, 190, 20 + i * 3, 0, 0, Math.PI * 2));
  }
  fill('#6f8f86', () => {
    context.moveTo(-200, 520);
    context.bezierCurveTo(200, 440, 500, 500, 800, 500);
    context.bezierCurveTo(1200, 500, 1400, 430, 1800, 490);
    context.lineTo(1800, 560);
    context.lineTo(-200, 560);
  });
  const sea = context.createLinearGradient(0, 510, 0, 660);
  sea.addColorStop(0, '#4f8595');
  sea.addColorStop(1, '#8fb7b1');
  context.fillStyle = sea;
  context.fillRect(-200, 515, 2000, 160);
  for (let i = 0; i < 26; i += 1) {
    const y = 528 + (i % 13) * 10;
    const x = ((i * 271 + Math.sin(seconds * 0.9 + i) * 24) % 1900) - 150;
    const glint = 0.12 + 0.12 * Math.sin(seconds * 2.1 + i * 1.7);
    fill(`rgba(255,255,255,${glint.toFixed(3)})`, box(x, y, 60 + (i % 5) * 22, 2));
  }
  const sand = context.createLinearGradient(0, 640, 0, 900);
  sand.addColorStop(0, '#d9bf8d');
  sand.addColorStop(1, '#a9875a');
  context.fillStyle = sand;
  context.beginPath();
  const wash = 8 * Math.sin(seconds * 0.6);
  context.moveTo(-200, 655 + wash);
  context.bezierCurveTo(300, 615 + wash, 800, 690 + wash, 1800, 640 + wash);
  context.lineTo(1800, 1100);
  context.lineTo(-200, 1100);
  context.fill();

  const people = [
    [470, 800, 1],
    [620, 850, 1.25],
    [1130, 815, 1.05],
  ] as const;
  const kites = [
    ['#f2b632', '#f6f0e0'],
    ['#e8593a', '#f6f0e0'],
    ['#1d4e5a', '#a9c4c6'],
  ] as const;
  people.forEach(([x, y, size], i) => {
    const sway = seconds * (0.8 + i * 0.17) + i * 2;
    const kx = x + 150 + 90 * Math.sin(sway) - i * 60;
    const ky = 190 + i * 40 + 46 * Math.sin(sway * 2 + 0.6);
    context.strokeStyle = '#20303499';
    context.lineWidth = 1.5;
    context.beginPath();
    context.moveTo(x + 12 * size, y - 62 * size);
    context.quadraticCurveTo(x + 90, (y + ky) / 2 + 90, kx, ky + 40);
    context.stroke();
    context.save();
    context.translate(kx, ky);
    context.rotate(0.5 * Math.cos(sway) + 0.1);
    const [main, light] = kites[i] ?? kites[0];
    fill(main, () => {
      context.moveTo(0, -62);
      context.lineTo(48, -8);
      context.lineTo(0, 62);
      context.lineTo(-48, -8);
    });
    fill(light, () => {
      context.moveTo(0, -62);
      context.lineTo(48, -8);
      context.lineTo(0, -8);
    });
    context.restore();
    const lean = 4 * Math.sin(sway);
    fill('#26363b', () => {
      context.ellipse(x + lean, y - 92 * size, 13 * size, 14 * size, 0, 0, Math.PI * 2);
      context.roundRect(x - 16 * size + lean / 2, y - 78 * size, 32 * size, 52 * size, 10 * size);
      context.rect(x - 13 * size, y - 30 * size, 11 * size, 44 * size);
      context.rect(x + 3 * size, y - 30 * size, 11 * size, 44 * size);
    });
  });
  context.restore();
}

/** The stand-in as something to draw from: a canvas that follows the given clock each time it is asked. */
export function standInCamera(
  width = 1280,
  height = 720,
): { canvas: HTMLCanvasElement; show(seconds: number): void } {
  // Made here: the server has this folder too, and must not load what draws.
  const canvas =
    typeof document === 'undefined'
      ? (new OffscreenCanvas(width, height) as unknown as HTMLCanvasElement)
      : Object.assign(document.createElement('canvas'), { width, height });
  const context = canvas.getContext('2d');
  return { canvas, show: (seconds) => context && drawCamera(context, width, height, seconds) };
}
