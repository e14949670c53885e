import type { Look, PatternPaint } from '../../core/show';
import { patterns } from '../../core/show';
import { ColourField, NumberField, SelectField } from '../ui';
import { namedColours } from './named-colours';

const words: Readonly<Record<PatternPaint['pattern'], string>> = {
  weave: 'Weave',
  grid: 'Grid',
  lines: 'Lines',
  dots: 'Dots',
  checks: 'Checks',
};

/** A pattern: its kind, how fine it is, and its colour; what it is drawn on keeps its own editor. */
export function PatternEditor(props: {
  value: PatternPaint;
  look: Look;
  onChange: (value: PatternPaint) => void;
  onDone: () => void;
}) {
  const { value, look, onChange, onDone } = props;
  const named = namedColours(look);
  return (
    <>
      <SelectField
        label="Pattern"
        beside
        value={value.pattern}
        choices={patterns.map((pattern) => ({ value: pattern, label: words[pattern] }))}
        onChange={(pattern) => onChange({ ...value, pattern: pattern as PatternPaint['pattern'] })}
      />
      <div className="grid grid-cols-2 gap-1.5">
        <NumberField
          label="Size"
          unit="px"
          value={value.size}
          min={2}
          max={500}
          onChange={(size) => onChange({ ...value, size })}
          onDone={onDone}
        />
        <NumberField
          label="Angle"
          unit="°"
          value={value.angle}
          min={-360}
          max={360}
          onChange={(angle) => onChange({ ...value, angle })}
          onDone={onDone}
        />
      </div>
      <ColourField
        label="Pattern colour"
        value={value.ink}
        named={named}
        onChange={(ink) => onChange({ ...value, ink })}
        onDone={onDone}
      />
      {typeof value.base === 'string' && (
        <ColourField
          label="On"
          value={value.base}
          named={named}
          onChange={(base) => onChange({ ...value, base })}
          onDone={onDone}
        />
      )}
    </>
  );
}
