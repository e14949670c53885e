/**
 * Lays a fill over a picture by its key, as a linear keyer with a shaped fill does: what comes out is the fill plus as
 * much of the picture as the key leaves. All are RGBA bytes of one size; the picture is changed in place.
 */
export function keyOver(picture: Uint8ClampedArray, fill: Uint8ClampedArray, key: Uint8ClampedArray): void {
  for (let i = 0; i < picture.length; i += 4) {
    const through = 255 - (key[i] as number);
    if (through === 255) continue;
    for (let c = i; c < i + 3; c += 1)
      picture[c] = (fill[c] as number) + ((picture[c] as number) * through) / 255;
  }
}
