/** Whether somebody is writing, or is asked something: no key of the page leads away from that. */
export const isBusy = (target: EventTarget | null): boolean =>
  document.querySelector('[role=dialog], [role=alertdialog]') !== null ||
  (target instanceof Element && target.closest('input, textarea, select, [contenteditable=true]') !== null)
