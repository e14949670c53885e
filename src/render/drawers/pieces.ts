import { Vector4, type Texture } from 'three';
import { pieceLength, type Pieces, type TextNode } from '../../core/display';
import { newMesh } from '../materials';
import type { PieceSheet } from '../textures';
import type { NodeMesh } from './drawer';

/** A piece of a text out of its sheet, with the wipes of its own. */
const fragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec4 uRect;
uniform vec4 uCell;
uniform vec4 uTint; // premultiplied; below 0 the colours of the sheet itself
uniform vec4 uWipe; // left, top, right, bottom in px of the piece
void main() {
  vec2 part = (vLocal - uRect.xy) / uRect.zw;
  vec2 soft = vec2(reach(vLocal.x), reach(vLocal.y));
  vec2 low = clamp((vLocal - uWipe.xy) / soft + 0.5, 0.0, 1.0);
  vec2 high = clamp((uWipe.zw - vLocal) / soft + 0.5, 0.0, 1.0);
  float cover = low.x * low.y * high.x * high.y * clipCoverage() * uOpacity;
  vec4 drawn = texture2D(uTexture, uCell.xy + part * uCell.zw);
  gl_FragColor = (uTint.a < 0.0 ? drawn : uTint * drawn.a) * cover;
}`;

export const newPieceMesh = (): NodeMesh =>
  newMesh(fragment, {
    uTexture: { value: null as Texture | null },
    uCell: { value: new Vector4() },
    uWipe: { value: new Vector4() },
    uTint: { value: new Vector4() },
  });

const far = 1e6;

/** Brings a mesh up to a piece, writes where it lies into `matrix`, and says how much of it is seen. */
export function showPiece(
  mesh: NodeMesh,
  node: TextNode,
  { list, state }: Pieces,
  sheet: PieceSheet,
  index: number,
  matrix: Float64Array,
): number {
  const piece = list[index] as (typeof list)[number];
  const cell = sheet.cells[index] as (typeof sheet.cells)[number];
  const at = index * pieceLength;
  const { uniforms } = mesh.material;
  if (uniforms['uTexture']) uniforms['uTexture'].value = sheet.texture;
  (uniforms['uRect']?.value as Vector4).set(cell.x, cell.y, cell.w, cell.h);
  (uniforms['uCell']?.value as Vector4).set(cell.u, cell.v, cell.uw, cell.vh);
  const wipe = (from: number): number => state[at + 7 + from] as number;
  (uniforms['uWipe']?.value as Vector4).set(
    wipe(0) > 0 ? piece.w * wipe(0) : -far,
    wipe(1) > 0 ? piece.h * wipe(1) : -far,
    wipe(2) > 0 ? piece.w * (1 - wipe(2)) : far,
    wipe(3) > 0 ? piece.h * (1 - wipe(3)) : far,
  );
  const n = (i: number): number => state[at + i] as number;
  const tint = uniforms['uTint']?.value as Vector4;
  if (n(11) === 0) tint.set(0, 0, 0, -1);
  else tint.set(n(12) * n(15), n(13) * n(15), n(14) * n(15), n(15));
  for (let row = 0; row < 4; row += 1) {
    const p0 = node.matrix[row] as number;
    const p1 = node.matrix[row + 4] as number;
    matrix[row] = p0 * n(1) + p1 * n(2);
    matrix[row + 4] = p0 * n(3) + p1 * n(4);
    matrix[row + 8] = node.matrix[row + 8] as number;
    matrix[row + 12] = p0 * n(5) + p1 * n(6) + (node.matrix[row + 12] as number);
  }
  return n(0);
}
