import { useEffect } from 'react';

/** Names the window while the calling component is shown: "Lamp on the Quay, Capo – Golden Ladder". */
export function useWindowTitle(title: string): void {
  useEffect(() => {
    document.title = title === '' ? 'Golden Ladder' : `${title} – Golden Ladder`;
  }, [title]);
}
