type Waiter = { readonly pass: () => void };

/** Makes a gate that others wait at while it is closed; it begins closed. */
export function createGate() {
  let isOpen = false;
  const waiters = new Set<Waiter>();
  return {
    isOpen: (): boolean => isOpen,
    open: (): void => {
      isOpen = true;
      for (const { pass } of waiters) {
        pass();
      }
      waiters.clear();
    },
    close: (): void => {
      isOpen = false;
    },
    /** Resolves once the gate is open; after `ms` it refuses with what `late` gives. */
    wait: (ms: number, late: () => Error): Promise<void> =>
      isOpen
        ? Promise.resolve()
        : new Promise((resolve, reject) => {
            const timer = setTimeout(() => {
              waiters.delete(waiter);
              reject(late());
            }, ms);
            const waiter: Waiter = {
              pass: () => {
                clearTimeout(timer);
                resolve();
              },
            };
            waiters.add(waiter);
          }),
  };
}
