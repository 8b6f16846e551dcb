// The site sheet: drag an area, or push it with the arrow keys; list and sheet light up together.

const sheet = () => document.querySelector("svg.site");
const metres = (svg, pixels) => (pixels * svg.viewBox.baseVal.width) / svg.getBoundingClientRect().width / Number(svg.dataset.px);
let drag = null;
let waiting = null;

function place(item, x, y, turn) {
  const form = document.querySelector("#place-form");
  if (form && item.hasAttribute("data-chosen")) {
    form.elements.x.value = `${x.toFixed(2)} m`;
    form.elements.y.value = `${y.toFixed(2)} m`;
    form.elements.turn.value = String(turn);
    form.requestSubmit();
  }
}

document.addEventListener("pointerdown", (event) => {
  const item = event.target.closest("svg.site [data-area][data-chosen]");
  if (!item || event.button !== 0) return;
  event.preventDefault();
  drag = { item, x: event.clientX, y: event.clientY, moved: false };
});

document.addEventListener("pointermove", (event) => {
  if (!drag) return;
  const svg = sheet();
  const ratio = svg.viewBox.baseVal.width / svg.getBoundingClientRect().width;
  const dx = event.clientX - drag.x;
  const dy = event.clientY - drag.y;
  drag.moved = drag.moved || Math.hypot(dx, dy) > 3;
  drag.item.setAttribute("transform", `translate(${dx * ratio} ${dy * ratio})`);
});

document.addEventListener("pointerup", (event) => {
  if (!drag) return;
  const { item, x, y, moved } = drag;
  drag = null;
  if (!moved) return item.removeAttribute("transform");
  const svg = sheet();
  const east = Number(item.dataset.x) + metres(svg, event.clientX - x);
  const north = Number(item.dataset.y) - metres(svg, event.clientY - y);
  place(item, east, north, Number(item.dataset.turn));
});

// The click that ends a drag must not ask for the page as it was: it would race with the answer to the drag.
document.addEventListener("click", (event) => {
  if (!event.target.closest("svg.site [data-chosen]")) return;
  event.preventDefault();
  event.stopImmediatePropagation();
}, true);

document.addEventListener("keydown", (event) => {
  const item = document.activeElement?.closest?.("svg.site [data-area][data-chosen]");
  if (!item || event.ctrlKey || event.metaKey || event.altKey) return;
  const step = event.shiftKey ? 1 : 0.1;
  const moves = { ArrowLeft: [-step, 0, 0], ArrowRight: [step, 0, 0], ArrowUp: [0, step, 0], ArrowDown: [0, -step, 0], "[": [0, 0, -5], "]": [0, 0, 5] };
  const move = moves[event.key];
  if (!move) return;
  event.preventDefault();
  const to = item.pushed || { x: Number(item.dataset.x), y: Number(item.dataset.y), turn: Number(item.dataset.turn) };
  item.pushed = { x: to.x + move[0], y: to.y + move[1], turn: (to.turn + move[2] + 360) % 360 };
  const svg = sheet();
  const px = Number(svg.dataset.px);
  item.setAttribute("transform", `translate(${(item.pushed.x - Number(item.dataset.x)) * px} ${-(item.pushed.y - Number(item.dataset.y)) * px})`);
  window.clearTimeout(waiting);
  waiting = window.setTimeout(() => place(item, item.pushed.x, item.pushed.y, item.pushed.turn), 500);
});

// Hover and focus light up the area on the sheet and its row in the list.
function light(event, on) {
  const from = event.target.closest?.("[data-area], [data-row]");
  if (!from) return;
  const key = from.dataset.area || from.dataset.row;
  document.querySelectorAll(`[data-area="${key}"], [data-row="${key}"]`).forEach((part) => part.classList.toggle("lit", on));
}
["mouseover", "focusin"].forEach((name) => document.addEventListener(name, (event) => light(event, true)));
["mouseout", "focusout"].forEach((name) => document.addEventListener(name, (event) => light(event, false)));

// After the sheet is drawn anew, the pushed area keeps the focus.
document.addEventListener("htmx:after:swap", () => {
  const item = document.querySelector("svg.site [data-chosen]");
  if (item && waiting) item.focus({ preventScroll: true });
  waiting = null;
});
