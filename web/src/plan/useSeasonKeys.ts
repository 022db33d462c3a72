import { useEffect } from 'react';
import { redo, undo } from './editor.ts';

/** Undo and redo by keyboard, unless somebody is typing. */
export const useSeasonKeys = (): void => {
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const typing =
        event.target instanceof HTMLElement && event.target.closest('input, textarea, [role=combobox]');
      if (typing || !(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key === 'z' && !event.shiftKey) undo();
      else if (key === 'y' || (key === 'z' && event.shiftKey)) redo();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
};
