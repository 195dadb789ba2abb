/** Where the focus goes when what had it is gone: back to the last thing that had it and still is there, else to the place's title. */

const MOST = 12;
const visited: HTMLElement[] = [];

document.addEventListener("focusin", ({ target }) => {
  if (!(target instanceof HTMLElement)) return;
  const at = visited.indexOf(target);
  if (at >= 0) visited.splice(at, 1);
  visited.push(target);
  if (visited.length > MOST) visited.shift();
});

const reachable = (element: HTMLElement) => element.isConnected && element.getClientRects().length > 0;

/** The place's title, which can be given the focus though it is not on the way of the Tab key. */
export function focusTitle() {
  const title = document.querySelector<HTMLElement>("#place h1");
  if (!title) return;
  title.tabIndex = -1;
  title.focus({ preventScroll: true });
}

/** After something has closed: back to whence it was opened. */
export function focusBack(closing?: Element | null) {
  const last = visited.findLast((element) => reachable(element) && !closing?.contains(element));
  if (last) last.focus();
  else focusTitle();
}

/** After something with the focus was taken away. */
export function keepFocus() {
  requestAnimationFrame(() => {
    if (document.activeElement === document.body || !document.activeElement) focusBack();
  });
}
