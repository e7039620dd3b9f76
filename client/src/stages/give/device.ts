import type { Device } from './eventLog';

const ID = 'lantern-device';
const COUNT = 'lantern-device-count';

/** This page as a device: an id and a counter that a reload goes on with. Where the browser keeps nothing it is a new one each time. */
export function thisDevice(store: Pick<Storage, 'getItem' | 'setItem'> = sessionStorage): Device {
  const read = (key: string) => {
    try {
      return store.getItem(key);
    } catch {
      return null;
    }
  };
  const write = (key: string, value: string) => {
    try {
      store.setItem(key, value);
    } catch {
      // Kept in memory then.
    }
  };
  const id = read(ID) ?? crypto.randomUUID().slice(0, 8);
  write(ID, id);
  let count = Number(read(COUNT) ?? 0);
  return {
    id,
    next: () => {
      count++;
      write(COUNT, String(count));
      return count;
    },
  };
}
