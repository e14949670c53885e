// Proposals: sensible pictures of some rows in the looks that a show has most. Knows nothing of where rows are kept, or
// of how a proposal is shown.
export { picturesOfRows, rolesOf, type RowRoles, type RowsPicture } from './pictures-of-rows';
export { usualLooks, type UsualLooks } from './usual-looks';
