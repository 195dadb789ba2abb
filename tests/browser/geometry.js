// What is cut off, or lies on other words, on the page as it is: sentences, at most twelve.
() => {
  const forEyes = e => { const r = e.getBoundingClientRect(); return r.width > 2 && r.height > 2 && getComputedStyle(e).visibility !== 'hidden'; };
  const seen = e => e.checkVisibility() && forEyes(e) && !e.closest('.sr-only, [aria-hidden=true]');
  const named = e => `${e.tagName.toLowerCase()} “${String(e.value || e.textContent).trim().slice(0, 40)}”`;
  const all = [...document.querySelectorAll('main *, nav *')].filter(seen);
  const cut = [];
  for (const e of all) {
    const style = getComputedStyle(e);
    if (e.tagName === 'INPUT' && e.scrollWidth > e.clientWidth + 1) cut.push('typed: ' + named(e));
    if (e.closest('svg') || ['auto', 'scroll'].includes(style.overflowX)) continue;
    const own = [...e.childNodes].some(n => n.nodeType === 3 && n.textContent.trim());
    if (!own) continue;
    // Words that end in an ellipsis on purpose can be read in full elsewhere.
    if (style.textOverflow === 'ellipsis' || style.webkitLineClamp !== 'none') continue;
    if (e.scrollWidth > e.clientWidth + 1 && style.display !== 'inline' && style.overflowX !== 'visible') cut.push('wide: ' + named(e));
    const r = e.getBoundingClientRect();
    for (let p = e.parentElement; p && p !== document.body; p = p.parentElement) {
      const ps = getComputedStyle(p), pr = p.getBoundingClientRect();
      if (ps.overflowX === 'hidden' && (r.right > pr.right + 1 || r.left < pr.left - 1)) { cut.push('hidden: ' + named(e)); break; }
      if (ps.overflowX !== 'visible') break;
    }
    if (r.right > innerWidth + 1 && !e.closest('[class*=overflow-x-auto]')) cut.push('off: ' + named(e));
  }
  const texts = [];
  for (const e of all) {
    if (e.closest('svg')) continue;
    const floats = p => ['fixed', 'sticky'].includes(getComputedStyle(p).position);
    let p = e, skip = false;
    while (p && p !== document.body) { if (floats(p)) { skip = true; break; } p = p.parentElement; }
    if (skip) continue;
    for (const n of e.childNodes) {
      if (n.nodeType !== 3 || !n.textContent.trim()) continue;
      const range = document.createRange(); range.selectNodeContents(n);
      for (const r of range.getClientRects()) {
        // What an ellipsis or a scrolled box hides lies on nothing.
        let [left, right, top, bottom] = [r.left, r.right, r.top, r.bottom];
        for (let q = e; q && q !== document.body; q = q.parentElement) {
          if (getComputedStyle(q).overflowX === 'visible') continue;
          const b = q.getBoundingClientRect();
          [left, right, top, bottom] = [Math.max(left, b.left), Math.min(right, b.right), Math.max(top, b.top), Math.min(bottom, b.bottom)];
        }
        if (right - left > 1 && bottom - top > 1) texts.push([{ left, right, top, bottom }, e, n.textContent.trim().slice(0, 30)]);
      }
    }
  }
  const over = [];
  for (let i = 0; i < texts.length; i++) for (let j = i + 1; j < texts.length; j++) {
    const [a, ea, ta] = texts[i], [b, eb, tb] = texts[j];
    if (ea === eb) continue;
    const w = Math.min(a.right, b.right) - Math.max(a.left, b.left), h = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
    if (w > 2 && h > 5) over.push(`“${ta}” on “${tb}”`);
  }
  return [...new Set([...cut, ...over])].slice(0, 12);
}
