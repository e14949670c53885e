// Marks of the four sponsors, each on its own colour.
import { square } from './square';

export const sponsors: Readonly<Record<string, string>> = {
  'tern-and-tide.svg': square(
    '<path d="M60 190c70-60 130-60 180-6 30-30 60-38 104-30-56 20-84 52-104 104-26-50-80-82-180-68z" fill="#f6f0e0"/><path d="M60 292q47-34 94 0t94 0 92 0" fill="none" stroke="#9fd0d2" stroke-width="22" stroke-linecap="round"/>',
    '#1f5d69',
  ),
  'brackwater-tea.svg': square(
    '<path d="M92 170h190v52c0 70-40 112-95 112s-95-42-95-112z" fill="#f6f0e0"/><path d="M282 190c62-10 66 84-8 78" fill="none" stroke="#f6f0e0" stroke-width="22"/><path d="M150 138c-24-34 26-46 2-84M214 138c-24-34 26-46 2-84" fill="none" stroke="#f3cf9b" stroke-width="16" stroke-linecap="round"/>',
    '#7a4a24',
  ),
  'northlight-rope.svg': square(
    '<g fill="none" stroke-width="34" stroke-linecap="round"><path d="M110 300C110 120 290 280 290 100" stroke="#f6f0e0"/><path d="M290 300C290 120 110 280 110 100" stroke="#f2b632"/><path d="M110 300c0-74 30-92 64-96" stroke="#f6f0e0"/></g>',
    '#2b2f55',
  ),
  'pellow-boats.svg': square(
    '<path d="M60 250h280c-20 60-66 88-140 88S80 310 60 250z" fill="#f6f0e0"/><path d="M190 70v156H96z" fill="#f6c3b0"/><path d="M212 96c50 24 80 68 88 130h-88z" fill="#f6f0e0"/>',
    '#b23a26',
  ),
};
