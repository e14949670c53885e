/** How an entry of a menu looks. */
export const menuItem =
  'flex h-7 cursor-default items-center rounded px-2 outline-none data-[highlighted]:bg-raised';
