import { encodings, formats, type Format, type FormatName } from '../../core/source';
import { CheckField, DraftText, SelectField } from '../ui';

/** How the bytes of a source are read: the format and its options, with what was found to choose from. */
export function FormatForm(props: {
  format: Format | null;
  offers: readonly { path: string; what: string }[];
  encoding: string | null;
  onChange: (format: Format | null) => void;
}) {
  const { format, offers, encoding, onChange } = props;
  const set = (change: object): void => onChange({ ...(format as Format), ...change } as Format);
  const paths = [
    { value: '', label: offers.length > 0 ? 'Choose what was found…' : 'Nothing found yet' },
    ...offers.slice(0, 150).map(({ path, what }) => ({ value: path, label: `${path} · ${what}` })),
  ];
  return (
    <>
      <SelectField
        label="Format"
        value={format?.format ?? 'guess'}
        choices={[
          { value: 'guess', label: 'Guessed' },
          ...Object.entries(formats).map(([value, { label }]) => ({ value, label })),
        ]}
        onChange={(name) =>
          onChange(name === 'guess' ? null : structuredClone(formats[name as FormatName].plain))
        }
      />
      {format && 'encoding' in format && (
        <SelectField
          label="Encoding"
          value={format.encoding ?? ''}
          choices={[
            { value: '', label: `Guessed${encoding ? ` (${encoding})` : ''}` },
            ...[...new Set([...encodings, ...(format.encoding ? [format.encoding] : [])])].map((value) => ({
              value,
              label: value,
            })),
          ]}
          onChange={(value) => set({ encoding: value === '' ? null : value })}
        />
      )}
      {format?.format === 'csv' && (
        <>
          <SelectField
            label="Separator"
            value={format.separator ?? ''}
            choices={[
              { value: '', label: 'Guessed' },
              { value: ',', label: 'Comma' },
              { value: ';', label: 'Semicolon' },
              { value: '\t', label: 'Tab' },
              { value: '|', label: 'Bar' },
            ]}
            onChange={(value) => set({ separator: value === '' ? null : value })}
          />
          <CheckField
            label="The first row names the columns"
            value={format.header}
            onChange={(header) => set({ header })}
          />
        </>
      )}
      {format?.format === 'xlsx' && (
        <>
          <SelectField
            label="Sheet"
            value={format.sheet ?? ''}
            choices={[
              { value: '', label: 'The first' },
              ...offers.map(({ path, what }) => ({
                value: path,
                label: what === 'sheet' ? path : `${path} (${what.replace(' sheet', '')})`,
              })),
            ]}
            onChange={(value) => set({ sheet: value === '' ? null : value })}
          />
          <DraftText
            label="Range, such as B2:F20; empty for all"
            value={format.range ?? ''}
            onKeep={(range) => set({ range: range.trim() || null })}
          />
          <SelectField
            label="A record is"
            value={format.by}
            choices={[
              { value: 'row', label: 'A row' },
              { value: 'column', label: 'A column' },
            ]}
            onChange={(by) => set({ by })}
          />
          <SelectField
            label="Cells"
            value={format.cells}
            choices={[
              { value: 'shown', label: 'As the sheet shows them' },
              { value: 'values', label: 'As they are stored' },
            ]}
            onChange={(cells) => set({ cells })}
          />
          <CheckField
            label={`The first ${format.by} names the columns`}
            value={format.header}
            onChange={(header) => set({ header })}
          />
        </>
      )}
      {(format?.format === 'json' || format?.format === 'xml') && (
        <>
          <SelectField
            label="Found in it"
            value=""
            choices={paths}
            onChange={(path) => path !== '' && set({ path: String(path) })}
          />
          <DraftText
            label={format.format === 'json' ? 'Path, such as $.results' : 'XPath; empty for the first list'}
            value={format.path}
            onKeep={(path) => set({ path })}
          />
        </>
      )}
      {format?.format === 'json' && (
        <DraftText
          label="JSONata, for what paths cannot say"
          lines
          value={format.query}
          onKeep={(query) => set({ query })}
        />
      )}
      {format?.format === 'xml' && (
        <>
          <DraftText
            label="Namespaces, one a line (prefix = name)"
            lines
            value={Object.entries(format.namespaces).map(([prefix, name]) => `${prefix} = ${name}`).join('\n')} // prettier-ignore
            onKeep={(text) =>
              set({
                namespaces: Object.fromEntries(
                  text.split('\n').flatMap((line) => {
                    const at = line.indexOf('=');
                    return at > 0 ? [[line.slice(0, at).trim(), line.slice(at + 1).trim()]] : [];
                  }),
                ),
              })
            }
          />
          <DraftText
            label="XSLT 1.0 before it; empty for none"
            lines
            value={format.stylesheet}
            onKeep={(stylesheet) => set({ stylesheet })}
          />
        </>
      )}
    </>
  );
}
