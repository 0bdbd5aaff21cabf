import { useState } from "react";

/** Day or night, remembered on this machine. */
export function ThemeSwitch() {
  const [theme, setTheme] = useState(document.documentElement.dataset.theme ?? "day");
  const other = theme === "night" ? "day" : "night";
  const change = () => {
    document.documentElement.dataset.theme = other;
    localStorage.setItem("earnest-theme", other);
    setTheme(other);
  };
  return (
    <button type="button" onClick={change} className="min-h-6 text-muted underline">
      {other === "night" ? "Night" : "Day"}
    </button>
  );
}
