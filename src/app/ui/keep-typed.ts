// Fields keep what was typed when they are left. Some are taken away before that: by a tab that is pressed, by a page
// that is reloaded or closed. They are left first.

const fields =
  'input:not([type=checkbox], [type=radio], [type=range], [type=file]), textarea, [contenteditable]';
let typedIn: Element | null = null;

/** Whether a field has been typed into since it was entered: keys such as Ctrl+Z and Ctrl+V are its own then. */
export const isTyping = (): boolean =>
  typedIn !== null && typedIn === document.activeElement && typedIn.matches(fields);

/** Whether a field is in hand that letters go to. */
export const isInField = (): boolean => document.activeElement?.matches(`${fields}, select`) ?? false;

/** Leaves the field in hand, which then keeps what was typed in it. */
export function leaveField(): void {
  if (document.activeElement instanceof HTMLElement && isInField()) document.activeElement.blur();
}

/** Leaves the field in hand before what would take it away. That a page goes is for its host to say: see `leaveField`. */
export function keepTyped(): void {
  addEventListener('beforeunload', leaveField, { capture: true });
  document.addEventListener('input', (event) => (typedIn = event.target as Element), { capture: true });
  document.addEventListener('focusin', () => (typedIn = null), { capture: true });
  document.addEventListener(
    'pointerdown',
    (event) => {
      const target = event.target as Element;
      if (target.closest('[role=tab], [role=treeitem], nav') && !target.closest(`${fields}, select`))
        leaveField();
    },
    { capture: true },
  );
}
