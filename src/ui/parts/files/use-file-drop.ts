'use client';

import { useEffect } from 'react';

const hasFiles = (e: DragEvent) => e.dataTransfer?.types.includes('Files') ?? false;

/**
 * Files that are dropped anywhere on the page: a project file is taken whatever lies under it; of the others those that
 * nothing on the page takes are told of, and the browser does not leave the page for them.
 */
export function useFileDrop(onProject: (file: File) => void, onOther: () => void) {
  useEffect(() => {
    const over = (e: DragEvent) => {
      if (hasFiles(e)) e.preventDefault();
    };
    const project = (e: DragEvent) => {
      const file = [...(e.dataTransfer?.files ?? [])].find((f) => f.name.toLowerCase().endsWith('.hexaplex'));
      if (!file) return;
      e.preventDefault();
      e.stopPropagation();
      onProject(file);
    };
    const other = (e: DragEvent) => {
      if (!hasFiles(e) || e.defaultPrevented) return;
      e.preventDefault();
      onOther();
    };
    addEventListener('dragover', over);
    addEventListener('drop', project, { capture: true });
    addEventListener('drop', other);
    return () => {
      removeEventListener('dragover', over);
      removeEventListener('drop', project, { capture: true });
      removeEventListener('drop', other);
    };
  }, [onProject, onOther]);
}
