// Portraits: busts of flat shapes, lit from the left, each with two tones of skin and one dark.
import { square } from './square';

interface Face {
  readonly ground: string;
  readonly skin: string;
  readonly shade: string;
  readonly dark: string;
  readonly coat: string;
  readonly collar: string;
  /** Behind the head, and over it. */
  readonly behind?: string;
  readonly over?: string;
}

const face = ({ ground, skin, shade, dark, coat, collar, behind = '', over = '' }: Face): string =>
  square(
    `<circle cx="200" cy="180" r="150" fill="#ffffff" opacity=".14"/>${behind}` +
      `<path d="M34 400c2-72 62-100 126-112l40 34 40-34c64 12 124 40 126 112z" fill="${coat}"/>` +
      `<path d="M160 288l40 40 40-40 22 8-62 70-62-70z" fill="${collar}"/>` +
      `<path d="M168 214h64v74l-32 34-32-34z" fill="${shade}"/>` +
      `<ellipse cx="200" cy="164" rx="68" ry="84" fill="${skin}"/>` +
      `<path d="M212 81c36 8 56 44 56 83s-20 78-56 83c20-28 24-54 20-83s-8-56-20-83z" fill="${shade}"/>` +
      `<g fill="none" stroke="${dark}" stroke-width="6" stroke-linecap="round"><path d="M160 150q14-10 28-2M214 148q14-8 28 2"/><path d="M178 208q22 14 44 0"/><path d="M202 166l-8 24h12" stroke-width="4"/></g>` +
      `<circle cx="175" cy="166" r="6" fill="${dark}"/><circle cx="227" cy="166" r="6" fill="${dark}"/>${over}`,
    ground,
  );

const shortHair = (colour: string): string =>
  `<path d="M130 158c-10-92 50-104 86-96 44 2 66 40 54 98-8-30-22-46-46-50-38 8-70 4-82 12-8 8-10 20-12 36z" fill="${colour}"/>`;

export const portraits: Readonly<Record<string, string>> = {
  'ida-marsh.svg': face({
    ...{
      ground: '#f2b632',
      skin: '#f0c9a4',
      shade: '#d9a77c',
      dark: '#3a241a',
      coat: '#0b2630',
      collar: '#f6f0e0',
    },
    behind:
      '<path d="M116 190c-14-120 64-136 92-134 52 0 92 44 78 142l8 66c-60 24-120 24-186 0z" fill="#7a2f1c"/>',
    over: '<path d="M130 160c-4-74 42-96 78-94 40 2 66 36 62 92-20-14-40-34-52-58-18 34-52 50-88 60z" fill="#93391f"/>',
  }),
  'ox-pilot.svg': face({
    ...{
      ground: '#e8593a',
      skin: '#8d5a3b',
      shade: '#6f4229',
      dark: '#23120b',
      coat: '#1f5d69',
      collar: '#f2b632',
    },
    over: `${shortHair('#1c1210')}<path d="M133 176c0 66 30 84 67 84s67-18 67-84c-12 26-38 26-67 26s-55 0-67-26z" fill="#1c1210"/><path d="M180 214q20 12 40 0" fill="none" stroke="#8d5a3b" stroke-width="7" stroke-linecap="round"/>`,
  }),
  'maren-osei-whitlock.svg': face({
    ...{
      ground: '#62b6c4',
      skin: '#6b4028',
      shade: '#52301d',
      dark: '#1c0f09',
      coat: '#5b3f8c',
      collar: '#e6dcf5',
    },
    behind:
      '<g fill="#241713"><circle cx="146" cy="110" r="52"/><circle cx="200" cy="86" r="58"/><circle cx="256" cy="112" r="52"/><circle cx="126" cy="162" r="36"/><circle cx="274" cy="162" r="36"/></g>',
    over: '<path d="M132 150c8-50 34-62 68-62s60 12 68 62c-20-26-44-34-68-34s-48 8-68 34z" fill="#241713"/><g fill="none" stroke="#f2b632" stroke-width="6"><circle cx="174" cy="166" r="24"/><circle cx="228" cy="166" r="24"/><path d="M198 164h6"/></g>',
  }),
  'tobias-fenwick-adeyemi.svg': face({
    ...{
      ground: '#2c7a86',
      skin: '#b98458',
      shade: '#986440',
      dark: '#2b1a10',
      coat: '#14323c',
      collar: '#f2b632',
    },
    over: '<path d="M122 128c0-50 40-66 78-66s78 16 78 66z" fill="#f6f0e0"/><path d="M118 122h164v20H118z" fill="#0b2630"/><path d="M138 142h124l-18 16h-88z" fill="#0b2630"/><circle cx="200" cy="102" r="13" fill="#f2b632"/><path d="M134 186c4 56 30 72 66 72s62-16 66-72c-16 20-40 20-66 20s-50 0-66-20z" fill="#d9d3c4"/>',
  }),
  'lucia-vareiro.svg': face({
    ...{
      ground: '#d9739b',
      skin: '#e3b48c',
      shade: '#c58f66',
      dark: '#2f1a12',
      coat: '#a83422',
      collar: '#f6f0e0',
    },
    behind:
      '<circle cx="236" cy="62" r="38" fill="#2a1712"/><path d="M124 190c-12-106 44-130 80-130s88 26 76 132z" fill="#2a1712"/>',
    over: '<path d="M132 154c0-62 34-86 72-86 40 0 66 28 66 86-6-24-20-40-44-46-30 22-64 22-94 46z" fill="#3b2219"/>',
  }),
  'laila-al-sahili.svg': face({
    ...{
      ground: '#e5b95c',
      skin: '#d7a57a',
      shade: '#b98358',
      dark: '#2a1810',
      coat: '#2f6b3c',
      collar: '#245330',
    },
    behind:
      '<path d="M104 214c-16-120 34-162 96-162s112 42 96 162c-2 60-24 92-96 96-72-4-94-36-96-96z" fill="#3f8a50"/>',
    over: '<path d="M128 168c-2-76 32-100 72-100s74 24 72 100c-2 50-20 78-44 92 44-8 72-36 76-92 0-84-44-124-104-124S96 84 96 168c4 56 32 84 76 92-24-14-42-42-44-92z" fill="#2f6b3c"/>',
  }),
};
