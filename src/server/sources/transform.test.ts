import { describe, expect, test } from '@jest/globals';
import { formats, readBytes, type Format } from '../../core/source';
import { transform } from './transform';

const results = `<r><c t="b"><c t="d"/><c t="a"><c t="e"/></c></c><n>3.5</n><n>-1</n><n>10</n></r>`;

async function applied(body: string, top = '', xml = results): Promise<unknown> {
  const stylesheet = `<xsl:stylesheet version="1.0" xmlns:xsl="http://www.w3.org/1999/XSL/Transform"><xsl:output method="text"/>${top}<xsl:template match="/">${body}</xsl:template></xsl:stylesheet>`;
  const format = { ...(formats.xml.plain as Extract<Format, { format: 'xml' }>), stylesheet };
  const result = await readBytes(new TextEncoder().encode(xml), 'r.xml', format, { transform });
  return 'problem' in result ? result.problem.message : result.read.value;
}
const value = (select: string): Promise<unknown> => applied(`<xsl:value-of select="${select}"/>`);

describe('stylesheets of XSLT 1.0', () => {
  test('sort, position and the order of the document', async () => {
    expect(
      await applied(
        '<xsl:for-each select="//n"><xsl:sort data-type="number" order="descending"/><xsl:value-of select="concat(position(), \':\', ., \' \')"/></xsl:for-each>',
      ),
    ).toBe('1:10 2:3.5 3:-1 ');
    expect(
      await applied(
        '<xsl:for-each select="//@t|//n[1]"><xsl:value-of select="concat(., \' \')"/></xsl:for-each>',
      ),
    ).toBe('b d a e 3.5 ');
  });
  test('numbers of one level, of many, and of any', async () => {
    expect(
      await applied(
        '<xsl:for-each select="//c"><xsl:number/>,<xsl:number level="multiple" format="1.a"/>,<xsl:number level="any"/>;</xsl:for-each>',
      ),
    ).toBe('1,1,1;1,1.a,2;2,1.b,3;1,1.b.a,4;');
  });
  test('the first of many where a number is asked', async () => {
    expect(await value("format-number(//n, '0.00')")).toBe('3.50');
    expect(await value('floor(//n)')).toBe('3');
    expect(await value("concat(round(//n[2]), '|', ceiling(//n[1]))")).toBe('-1|4');
    expect(await value("substring('kites', //n[1], 2)")).toBe('es');
    expect(await value('sum(//n) + count(//c)')).toBe('16.5');
  });
  test('keys, sets of attributes, variables and templates by name', async () => {
    expect(
      await applied(
        "<xsl:value-of select=\"key('by', 'e')/@t\"/>",
        '<xsl:key name="by" match="c" use="@t"/>',
      ),
    ).toBe('e');
    const stylesheet =
      '<xsl:stylesheet version="1.0" xmlns:xsl="http://www.w3.org/1999/XSL/Transform"><xsl:attribute-set name="s"><xsl:attribute name="q">1</xsl:attribute></xsl:attribute-set><xsl:template match="/"><l><xsl:for-each select="//n"><i xsl:use-attribute-sets="s" v="{floor(.)}"/></xsl:for-each></l></xsl:template></xsl:stylesheet>';
    const format = { ...(formats.xml.plain as Extract<Format, { format: 'xml' }>), stylesheet };
    const result = await readBytes(new TextEncoder().encode(results), 'r.xml', format, { transform });
    expect('read' in result && result.read.rows).toEqual([
      ['1', '3'],
      ['1', '-1'],
      ['1', '10'],
    ]);
  });
  test('text that looks like a table is one', async () => {
    const stylesheet =
      '<xsl:stylesheet version="1.0" xmlns:xsl="http://www.w3.org/1999/XSL/Transform"><xsl:output method="text"/><xsl:template match="/"><xsl:text>team,score&#10;</xsl:text><xsl:for-each select="//n"><xsl:value-of select="concat(\'x,\', ., \'&#10;\')"/></xsl:for-each></xsl:template></xsl:stylesheet>';
    const format = { ...(formats.xml.plain as Extract<Format, { format: 'xml' }>), stylesheet };
    const result = await readBytes(new TextEncoder().encode(results), 'r.xml', format, { transform });
    expect('read' in result && result.read.columns.map(({ name }) => name)).toEqual(['team', 'score']);
  });
});
