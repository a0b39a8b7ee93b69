/** What is opened at a place of the figure closes with Escape, and when the focus leaves it. */
export const closing = (close: () => void) => ({
  onKeyDown: (event: React.KeyboardEvent) => {
    if (event.key === 'Escape') {
      event.stopPropagation();
      close();
    }
  },
  onBlur: (event: React.FocusEvent) => {
    if (!event.currentTarget.contains(event.relatedTarget)) close();
  },
});

/**
 * Where a click on another word closes a choice, the focus stays with what it has opened: given back to the closed one's own
 * word, it would close the new one at once.
 */
export const withFocusAt = (other: () => boolean) => ({
  onCloseAutoFocus: (event: Event) => {
    if (other()) event.preventDefault();
  },
});
