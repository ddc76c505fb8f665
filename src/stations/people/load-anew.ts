/** Loads a page from the server, so that nothing of whoever was signed in before stays in the memory of this one. */
export function loadAnew(path?: string): void {
  if (path !== undefined) window.history.replaceState(null, '', path);
  window.location.reload();
}
