import { XMLParser, XMLValidator } from 'fast-xml-parser';
import type { z } from 'zod';
import { losslessJson, type Json } from '../../source';
import { scalar } from '../value';
import { doesNotFit, fail, isWords, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.parse;

const longest = 1_000_000;
/** Attributes are members that begin with @; nothing is taken for a number, so that no figure is lost. */
const xml = /* @__PURE__ */ new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  textNodeName: '#text',
  parseTagValue: false,
  parseAttributeValue: false,
  processEntities: true,
});

/** Words that hold JSON (RFC 8259) or XML as the value that they write, to be read on by paths. */
export const parse: StepKind<z.infer<typeof schema>> = {
  label: 'Read as JSON or XML',
  group: 'Lists',
  schema,
  plain: { kind: 'parse', as: 'json' },
  params: [
    {
      key: 'as',
      label: 'Format',
      as: 'choice',
      choices: [
        { value: 'json', label: 'JSON' },
        { value: 'xml', label: 'XML' },
      ],
    },
  ],
  words: (step) => `read as ${step.as === 'json' ? 'JSON' : 'XML'}`,
  type: (input) => (isWords(input) ? scalar('any') : doesNotFit('Read as JSON or XML', 'words', input)),
  apply(input, step) {
    const text = typeof input === 'string' ? input : JSON.stringify(input);
    if (text.length > longest) return fail('too-large', 'The words are too long to be read as data.');
    if (step.as === 'xml') {
      if (/<!(DOCTYPE|ENTITY)/i.test(text))
        return fail('entities', 'XML with definitions of its own is not read.');
      const checked = XMLValidator.validate(text);
      if (checked !== true) return fail('bad-xml', `The words are no XML: ${checked.err.msg}`);
      return xml.parse(text) as Json;
    }
    try {
      return losslessJson(text);
    } catch (error) {
      return fail('bad-json', `The words are no JSON: ${(error as Error).message}.`);
    }
  },
  each: true,
};
