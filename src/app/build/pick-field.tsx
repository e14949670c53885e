import { toast } from 'sonner';
import type { Problem } from '../../core/problem';
import {
  fillProblem,
  insetProblem,
  templatesByName,
  type Property,
  type PropertyValue,
  type Show,
  type Template,
} from '../../core/show';
import { SelectField } from '../ui';

const none = '';

/** What of the show an inset can show, as the choices of a list. */
export const templateChoices = (show: Show, template: Template): { value: string; label: string }[] =>
  templatesByName(show).flatMap(({ id, name }) => (id === template.id ? [] : [{ value: id, label: name }]));
const channelChoices = (show: Show): { value: string; label: string }[] =>
  show.channels.map(({ id, name }) => ({ value: id, label: name }));
/** What an inset can begin with. */
const phaseChoices = ({ steps, moves }: Template): { value: string; label: string }[] => [
  { value: 'enter', label: 'The graphic' },
  ...steps.map(({ id, name }) => ({ value: id, label: `Step: ${name}` })),
  ...moves.map(({ id, name }) => ({ value: id, label: `Move: ${name}` })),
];
const elementChoices = (template: Template, own: string): { value: string; label: string }[] =>
  Object.values(template.elements)
    .filter(({ id }) => id !== own)
    .map(({ id, name }) => ({ value: id, label: name }));

/** Something of the show or the template, chosen by its name; what is not there any more stays named. */
export function PickField(props: {
  show: Show;
  template: Template;
  element: string;
  property: Property;
  value: PropertyValue;
  onSet: (value: PropertyValue) => void;
}) {
  const { show, template, element, property, value, onSet } = props;
  const { type, label } = property;
  const listed =
    type === 'template'
      ? templateChoices(show, template)
      : type === 'channel'
        ? channelChoices(show)
        : type === 'phase'
          ? phaseChoices(template)
          : elementChoices(template, element);
  const wrongWith = (next: string): Problem | null =>
    next === none
      ? null
      : type === 'template'
        ? insetProblem(template, next, show.templates)
        : type === 'element'
          ? fillProblem(template, element, next)
          : null;
  const now = value === null ? none : String(value);
  const choices = [
    ...(type === 'phase' ? [] : [{ value: none, label: type === 'element' ? 'Its own fill' : 'None yet' }]),
    ...listed,
    ...(now !== none && !listed.some((one) => one.value === now)
      ? [{ value: now, label: 'Not there any more' }]
      : []),
  ];
  return (
    <SelectField
      beside
      label={label}
      value={now}
      choices={choices}
      onChange={(next) => {
        const wrong = wrongWith(String(next));
        if (wrong) toast.error(wrong.message);
        else onSet(next === none ? null : next);
      }}
    />
  );
}
