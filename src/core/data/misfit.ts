// Why what a binding comes to cannot be taken by what is tied to it.
import { problem, type Problem } from '../problem';
import {
  isRowList,
  cellIn,
  propertyOf,
  propertyValueOf,
  isForRows,
  shownRows,
  tiedValue,
  valueWords,
  type PropertyType,
  type Tie,
  type FieldValue,
  type Template,
} from '../show';

const wantedWords: Readonly<Record<PropertyType, string>> = {
  text: 'words',
  number: 'a number',
  colour: 'a colour',
  paint: 'a colour',
  font: 'the name of a font',
  picture: 'a picture of the show',
  video: 'a video of the show',
  choice: 'one of its choices',
  'yes-no': 'yes or no',
  rows: 'rows',
  template: 'a template of the show',
  channel: 'a channel of the show',
  element: 'an element of the template',
  phase: 'a step or move of the template',
  any: 'a value',
};

/** Why a property of an element cannot take a value; null where it can, or where there is none to take. */
function misfitOf(template: Template, tie: Tie, value: FieldValue, where: string): Problem | null {
  const element = template.elements[tie.element];
  const property = element && propertyOf(element.kind, tie.property);
  if (!element || !property || value === null || value === '') return null;
  if (propertyValueOf(property, tiedValue(tie, value), false) !== undefined) return null;
  return problem(
    'value-does-not-fit',
    `${property.label} of ${element.name} takes ${wantedWords[property.type]}; “${valueWords(value)}”${where} is none.`,
    tie.field,
  );
}

/** The first value of a binding that a property tied to it, or to a column of its rows, cannot take. */
export function misfitIn(template: Template, binding: string, given: FieldValue): Problem | null {
  for (const tie of template.ties) {
    if (tie.field !== binding || tie.column !== undefined) continue;
    const own = template.elements[tie.element];
    if (!isForRows(own) || !isRowList(given)) {
      const found = misfitOf(template, tie, given, '');
      if (found) return found;
      continue;
    }
    for (const inRow of template.ties) {
      if (inRow.field !== own.id || inRow.column === undefined) continue;
      const shown =
        own.kind === 'rows' && own.turns === 'none'
          ? shownRows({ ...own, list: given, page: 1 })
          : given.order;
      for (const key of shown) {
        const found = misfitOf(template, inRow, cellIn(given, key, inRow.column), ` in the row “${key}”`);
        if (found) return found;
      }
    }
  }
  return null;
}
