// From format 1 to 2: shapes, effects, masks, named styles, spans, maps of fields, folders of the shelf. What format 1
// did not know gets the values under which everything looks as it did. The values stand here as they were on the day:
// later changes to defaults do not change what old files become.

type Json = Record<string, unknown>;

const everywhere = {
  mark: 'none',
  blend: 'normal',
  blur: 0,
  shadow: false,
  shadowColour: '#00000080',
  shadowX: 0,
  shadowY: 8,
  shadowBlur: 16,
  glow: 0,
  glowColour: '#f2b632',
  masks: [],
};
const type = { typeStyle: null, figures: 'proportional', direction: 'auto', maxLines: 0 };
const byKind: Readonly<Record<string, Json>> = {
  rect: {
    outlineWidth: 0,
    outline: '#f4efe2',
    outlinePlace: 'inside',
    dash: 0,
    gap: 0,
    roundEnds: false,
    slantLeft: 0,
    slantRight: 0,
  },
  picture: { focusX: 0.5, focusY: 0.5, cutLeft: 0, cutTop: 0, cutRight: 0, cutBottom: 0 },
  text: { ...type, spans: [] },
  clock: type,
};

const records = (value: unknown): Json[] =>
  typeof value === 'object' && value !== null ? (Object.values(value) as Json[]) : [];
const each = (value: unknown, change: (item: Json) => Json): unknown =>
  Array.isArray(value)
    ? value.map((item) => change(item as Json))
    : Object.fromEntries(
        Object.entries((value ?? {}) as Json).map(([key, item]) => [key, change(item as Json)]),
      );

function element(old: Json): Json {
  const { upper, ...rest } = old;
  const letters = 'upper' in old ? { letters: upper === true ? 'upper' : 'as-typed' } : {};
  return {
    ...structuredClone(everywhere),
    ...structuredClone(byKind[String(old['kind'])] ?? {}),
    ...letters,
    ...rest,
  };
}

function field(old: Json): Json {
  if (old['kind'] === 'text') return { allowed: '', upper: false, trim: false, lines: false, ...old };
  if (old['kind'] === 'choice')
    return { ...old, choices: each(old['choices'], (choice) => ({ picture: null, ...choice })) };
  return old;
}

/** Fields that drove capitals by yes or no now drive the case through a map. */
const tie = (old: Json): Json => ({
  factor: 1,
  shift: 0,
  map: old['property'] === 'upper' ? { true: 'upper', false: 'as-typed' } : null,
  ...old,
  ...(old['property'] === 'upper' ? { property: 'letters' } : {}),
});

const template = (old: Json): Json => ({
  guides: { x: [], y: [] },
  paletteField: null,
  ...old,
  elements: each(old['elements'], element),
  fields: each(old['fields'], field),
  ties: each(old['ties'], tie),
  tethers: each(old['tethers'], (tether) => ({ factor: 1, min: null, max: null, ...tether })),
});

export function toFormat2(document: Json): Json {
  const assets = new Map(records(document['assets']).map((asset) => [asset['id'], asset]));
  return {
    look: { styles: {}, palettes: [], palette: null },
    ...document,
    templates: each(document['templates'], template),
    assets: Object.fromEntries(
      [...assets].map(([id, asset]) => [
        id,
        { folder: '', alpha: asset['type'] !== 'image/jpeg', seconds: 0, family: '', ...asset },
      ]),
    ),
  };
}
