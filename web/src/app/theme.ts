/** Light and dark: the system's choice until the person makes one. */
import { useState } from "react";

export function useTheme() {
  const [theme, setTheme] = useState(document.documentElement.dataset.theme === "dark" ? "dark" : "light");
  const toggle = () => {
    const next = theme === "dark" ? "light" : "dark";
    document.documentElement.dataset.theme = next;
    try {
      localStorage.setItem("ranura.theme", next);
    } catch {
      // Storage may be forbidden; the choice then lasts as long as the page.
    }
    setTheme(next);
  };
  return { theme, toggle };
}
