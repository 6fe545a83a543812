/** Whether a key press belongs to a field or menu, and is no shortcut. */
export function isTyping(event: KeyboardEvent): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return true;
  const at = event.target;
  if (!(at instanceof HTMLElement)) return false;
  return (
    at.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(at.tagName) || at.role === 'combobox'
  );
}
