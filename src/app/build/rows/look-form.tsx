import { Plus, X } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import {
  cellProperties,
  plainCell,
  type CellLookPart,
  type PropertyValue,
  type Show,
} from '../../../core/show';
import { Button, IconButton, SelectField, menuItem } from '../../ui';
import { PropertyControl } from '../property-row';

const groups: readonly (readonly [string, readonly string[]])[] = [
  ['Cell', ['fill', 'padX', 'padY', 'spread', 'opacity']],
  ['Corners', ['radiusTopLeft', 'radiusTopRight', 'radiusBottomLeft', 'radiusBottomRight', 'slantLeft', 'slantRight']],
  ['Stroke', ['outlineWidth', 'outlinePlace', 'outline', 'dash', 'gap']],
  ['Shadow and glow', ['shadow', 'shadowX', 'shadowY', 'shadowBlur', 'shadowColour', 'glow', 'glowColour']],
  ['Type', ['typeStyle', 'family', 'weight', 'size', 'stretch', 'tracking', 'leading', 'colour', 'letters', 'figures']],
  ['Words', ['align', 'vertical', 'direction', 'fit', 'minScale', 'maxLines']],
]; // prettier-ignore
const byKey = new Map(cellProperties.map((property) => [property.key, property]));
const labelOf = (key: string): string =>
  key === 'typeStyle' ? 'Text style' : (byKey.get(key)?.label ?? key);

/** What a look says, property by property; one that is not there is as what lies behind it. */
export function LookForm(props: {
  show: Show;
  label: string;
  look: CellLookPart;
  onSet: (key: string, value: PropertyValue | undefined) => void;
}) {
  const { show, label, look, onSet } = props;
  const own = look as Readonly<Record<string, PropertyValue>>;
  const styles = Object.values(show.look.styles).filter((style) => style.kind === 'type');
  const said = groups.flatMap(([, keys]) => keys).filter((key) => key in look);
  return (
    <div className="flex flex-col gap-1.5" role="group" aria-label={`Look of ${label}`}>
      {said.map((key) => {
        const property = byKey.get(key);
        return (
          <span key={key} className="flex items-center gap-1">
            <span className="min-w-0 flex-1">
              {key === 'typeStyle' ? (
                <SelectField
                  beside
                  label="Text style"
                  value={String(own[key] ?? '')}
                  choices={[
                    { value: '', label: 'None' },
                    ...styles.map((style) => ({ value: style.id, label: style.name })),
                  ]}
                  onChange={(id) => onSet(key, id === '' ? null : String(id))}
                />
              ) : (
                property && (
                  <PropertyControl
                    show={show}
                    property={property}
                    value={own[key] as PropertyValue}
                    disabled={false}
                    onSet={(value) => onSet(key, value)}
                  />
                )
              )}
            </span>
            <IconButton label={`${labelOf(key)} of ${label}: as usual`} onClick={() => onSet(key, undefined)}>
              <X size={13} />
            </IconButton>
          </span>
        );
      })}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button
            tone="quiet"
            className="h-6 self-start px-1.5 text-xs"
            aria-label={`Add to the look of ${label}`}
          >
            <Plus size={13} /> Look
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="start"
            sideOffset={4}
            className="z-50 max-h-80 min-w-40 overflow-auto rounded border border-line bg-panel p-1"
          >
            {groups.map(([name, keys]) => (
              <DropdownMenu.Group key={name}>
                <DropdownMenu.Label className="px-2 pt-1 text-xs text-ink-3">{name}</DropdownMenu.Label>
                {keys
                  .filter((key) => !(key in look) && (key !== 'typeStyle' || styles.length > 0))
                  .map((key) => (
                    <DropdownMenu.Item
                      key={key}
                      className={menuItem}
                      onSelect={() =>
                        onSet(
                          key,
                          key === 'typeStyle'
                            ? (styles[0]?.id ?? null)
                            : key === 'fill'
                              ? '#1d4e5a'
                              : (plainCell as Readonly<Record<string, PropertyValue>>)[key],
                        )
                      }
                    >
                      {labelOf(key)}
                    </DropdownMenu.Item>
                  ))}
              </DropdownMenu.Group>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </div>
  );
}
