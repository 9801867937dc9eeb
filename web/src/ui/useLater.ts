import { useEffect, useState } from "react";

/** A value that follows another once it has rested a moment. */
export function useLater<T>(value: T, rest = 150): T {
  const [later, setLater] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setLater(value), rest);
    return () => clearTimeout(timer);
  }, [value, rest]);
  return later;
}
