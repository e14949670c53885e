// From format 5 to 6: reactions choose by a name in which * stands for anything, and channels by their names. A move
// that a reaction began stays until it is called back, as it did.

type Json = Record<string, unknown>;

const wholeOf = (name: Json): string => {
  const text = String(name['text']).replaceAll('*', '');
  return name['match'] === 'is' ? text : name['match'] === 'begins' ? `${text}*` : `*${text}*`;
};

function reactionToFormat6(reaction: Json): Json {
  const { where, ...rest } = reaction;
  const whose = rest['whose'] as Json;
  const does = rest['does'] as Json;
  return {
    channels: where === 'all' ? ['*'] : [],
    ...rest,
    whose: whose['by'] === 'name' && 'text' in whose ? { by: 'name', name: wholeOf(whose) } : whose,
    does: does['do'] === 'move' ? { stays: true, ...does } : does,
  };
}

/** The templates of a show or a release; those of format 6 stay as they are. */
export const templatesToFormat6 = (templates: unknown): unknown =>
  typeof templates === 'object' && templates !== null
    ? Object.fromEntries(
        Object.entries(templates).map(([id, template]) => {
          const { reactions } = template as Json;
          return [
            id,
            Array.isArray(reactions)
              ? { ...(template as Json), reactions: (reactions as Json[]).map(reactionToFormat6) }
              : template,
          ];
        }),
      )
    : templates;

export const toFormat6 = (document: Json): Json => ({
  ...document,
  templates: templatesToFormat6(document['templates']),
});
