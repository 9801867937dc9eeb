/** The page's two themes: paper by day, middle grey for evening work. Remembered in this browser. */
export function applyTheme() {
  document.documentElement.dataset.theme = theme();
}

export function theme(): "paper" | "evening" {
  return localStorage.getItem("molvet:theme") === "evening" ? "evening" : "paper";
}

export function chooseTheme(chosen: "paper" | "evening") {
  localStorage.setItem("molvet:theme", chosen);
  applyTheme();
}
