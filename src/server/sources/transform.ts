/**
 * What a stylesheet of XSLT 1.0 makes of XML, as text. The stylesheet must have been checked (`core/source`): the engine
 * itself knows ways to files, addresses and scripts. It has no end of its own; whoever calls it ends it in time.
 */
export async function transform(xml: string, stylesheet: string): Promise<string> {
  const { default: saxon } = await import('saxon-js');
  const made = saxon.XPath.evaluate(
    "transform(map{'stylesheet-text': $stylesheet, 'source-node': parse-xml($xml), 'delivery-format': 'serialized'})?output",
    [],
    { params: { xml, stylesheet } },
  );
  return typeof made === 'string' ? made : '';
}
