// Crawls and rolls: where the items of a line that runs stand at any moment, as a pure function of the short history of
// their list. Knows nothing of what items look like, of measuring, or of who draws.
export {
  Belt,
  type Anchor,
  type BeltItem,
  type BeltSpec,
  type BeltVersion,
  type OnBelt,
  type Stop,
} from './belt';
export { crawlUnits, type CrawlUnit } from './units';
export { pixelsAFrame, speedWords, steadySpeed } from './speed';
