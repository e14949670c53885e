/** The code of each club and the file of its flag: what the set “Flags” is made of. */
export const flagCodes: Readonly<Record<string, string>> = {
  SKE: 'skerry.svg', OXX: 'ox.svg', DUN: 'dunlin.svg', KRA: 'krakvag.svg', OBR: 'outerbar.svg', SHI: 'shingle.svg',
  SAL: 'saltings.svg', HAR: 'harbour.svg', TER: 'tern.svg', GOE: 'goeland.svg', LAN: 'lantern.svg', NAD: 'nadi.svg',
  PAT: 'patang.svg', HAM: 'hama.svg', CUR: 'curlew.svg', GUL: 'gull.svg', MAR: 'marram.svg', EEL: 'eelgrass.svg',
  SPR: 'spratt.svg', BRE: 'breakwater.svg', HEL: 'helm.svg', TID: 'tideline.svg', THR: 'thrift.svg', PLO: 'plover.svg',
}; // prettier-ignore
