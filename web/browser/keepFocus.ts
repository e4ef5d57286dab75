/**
 * Keeps the focus on the page when what has it goes away with what is recorded: once the page is drawn anew, it goes to the nearest part that is still
 * there, unless something has taken it meanwhile.
 */
export function keepFocus(): void {
  const was = document.activeElement;
  if (!was || was === document.body) return;
  const around: HTMLElement[] = [];
  for (let part = was.parentElement; part; part = part.parentElement) if (part.matches('li, section, main')) around.push(part);
  requestAnimationFrame(() =>
    requestAnimationFrame(() => {
      if (was.isConnected || document.activeElement !== document.body) return;
      const there = around.find((part) => part.isConnected);
      if (!there) return;
      if (!there.hasAttribute('tabindex')) there.tabIndex = -1;
      there.focus({ preventScroll: true });
    }),
  );
}
