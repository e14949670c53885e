// Fields keep what was typed when they are left. Some are taken away before that: by a tab that is pressed, by a page
// that is reloaded or closed. They are left first.

function leave(): void {
  if (
    document.activeElement instanceof HTMLElement &&
    document.activeElement.matches('input, textarea, select')
  )
    document.activeElement.blur();
}

/** Leaves the field in hand before what would take it away. */
export function keepTyped(): void {
  addEventListener('pagehide', leave, { capture: true });
  addEventListener('beforeunload', leave, { capture: true });
  document.addEventListener(
    'pointerdown',
    (event) => {
      const target = event.target as Element;
      if (target.closest('[role=tab], [role=treeitem], nav') && !target.closest('input, textarea, select'))
        leave();
    },
    { capture: true },
  );
}
