export {
  byName,
  graphemes,
  isLocale,
  localeSchema,
  looseWordOrder,
  usualLocale,
  wordOrder,
  type WordOrder,
} from './locale';
