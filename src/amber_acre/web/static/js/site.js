// The site sheet: press and drag any area or waiting piece, with mouse or finger; arrow keys push; Ctrl+Z puts back.

const sheet = () => document.querySelector("svg.site");
const START = 6; // pixels before a press becomes a drag
let drag = null;
let waiting = null;

// Pixels of the window to metres of the property.
function metresAt(svg, clientX, clientY) {
  const box = svg.getBoundingClientRect();
  const ratio = svg.viewBox.baseVal.width / box.width;
  const px = Number(svg.dataset.px);
  return {
    x: Number(svg.dataset.west) + ((clientX - box.left) * ratio - Number(svg.dataset.left)) / px,
    y: Number(svg.dataset.north) - ((clientY - box.top) * ratio - Number(svg.dataset.top)) / px,
  };
}

function place(key, x, y, turn, byHand) {
  const form = document.querySelector("#move-form");
  form.action = `/areas/${key}/place`;
  form.setAttribute("hx-post", form.action);
  form.elements.x.value = `${x.toFixed(3)} m`;
  form.elements.y.value = `${y.toFixed(3)} m`;
  form.elements.turn.value = String(turn);
  form.elements.by_hand.value = byHand ? "on" : "";
  form.requestSubmit();
}

document.addEventListener("pointerdown", (event) => {
  const item = event.target.closest?.("svg.site [data-area], [data-piece]");
  if (!item || event.button !== 0 || !event.isPrimary) return;
  if (item.dataset.piece === undefined && event.pointerType !== "touch") event.preventDefault();
  drag = { item, x: event.clientX, y: event.clientY, moved: false, ghost: null };
});

// A waiting piece is drawn at the sheet's own scale under the pointer.
function ghostOf(item) {
  const svg = sheet();
  const ratio = svg.getBoundingClientRect().width / svg.viewBox.baseVal.width;
  const own = item.querySelector("svg");
  const ghost = own.cloneNode(true);
  ghost.classList.add("ghost");
  ghost.setAttribute("width", Number(own.dataset.width) * ratio);
  ghost.setAttribute("height", Number(own.dataset.height) * ratio);
  document.body.append(ghost);
  return ghost;
}

document.addEventListener("pointermove", (event) => {
  if (!drag || !event.isPrimary) return;
  const dx = event.clientX - drag.x;
  const dy = event.clientY - drag.y;
  if (!drag.moved && Math.hypot(dx, dy) < START) return;
  if (!drag.moved) {
    drag.moved = true;
    drag.item.setPointerCapture?.(event.pointerId);
    if (drag.item.dataset.piece !== undefined) drag.ghost = ghostOf(drag.item);
  }
  if (drag.ghost) {
    drag.ghost.style.transform = `translate(${event.clientX - drag.ghost.width.baseVal.value / 2}px, ${event.clientY - drag.ghost.height.baseVal.value / 2}px)`;
    return;
  }
  const svg = sheet();
  const ratio = svg.viewBox.baseVal.width / svg.getBoundingClientRect().width;
  drag.item.setAttribute("transform", `translate(${dx * ratio} ${dy * ratio})`);
});

function drop(event) {
  if (!drag || !event.isPrimary) return;
  const { item, moved, ghost, x, y } = drag;
  drag = null;
  ghost?.remove();
  if (!moved) return;
  swallow();
  const svg = sheet();
  const box = svg.getBoundingClientRect();
  const frame = svg.closest(".site-scroll").getBoundingClientRect();
  const inside = event.clientX >= Math.max(box.left, frame.left) && event.clientX <= Math.min(box.right, frame.right)
    && event.clientY >= box.top && event.clientY <= box.bottom;
  const to = metresAt(svg, event.clientX, event.clientY);
  if (event.type === "pointercancel" || !inside) return item.removeAttribute("transform");
  if (item.dataset.piece !== undefined) return place(item.dataset.piece, to.x, to.y, 0, true);
  const from = metresAt(svg, x, y);
  place(item.dataset.area, Number(item.dataset.x) + to.x - from.x, Number(item.dataset.y) + to.y - from.y, Number(item.dataset.turn), true);
}
document.addEventListener("pointerup", drop);
document.addEventListener("pointercancel", drop);
document.addEventListener("dragstart", (event) => {
  if (event.target.closest?.("[data-piece], svg.site [data-area]")) event.preventDefault();
});

// The click that ends a drag must not ask for the page as it was: it would race with the answer to the drag.
let swallowing = false;
function swallow() {
  swallowing = true;
  window.setTimeout(() => { swallowing = false; }, 300);
}
document.addEventListener("click", (event) => {
  if (!swallowing) return;
  swallowing = false;
  event.preventDefault();
  event.stopImmediatePropagation();
}, true);

document.addEventListener("keydown", (event) => {
  if ((event.ctrlKey || event.metaKey) && event.key === "z" && !event.target.closest("input, textarea, select")) {
    const undo = document.querySelector("form[data-undo]");
    if (undo) {
      event.preventDefault();
      undo.requestSubmit();
    }
    return;
  }
  const item = document.activeElement?.closest?.("svg.site [data-area]");
  if (!item || event.ctrlKey || event.metaKey || event.altKey) return;
  const step = event.shiftKey ? 1 : 0.1;
  const moves = { ArrowLeft: [-step, 0, 0], ArrowRight: [step, 0, 0], ArrowUp: [0, step, 0], ArrowDown: [0, -step, 0], "[": [0, 0, -5], "]": [0, 0, 5] };
  const move = moves[event.key];
  if (!move) return;
  event.preventDefault();
  const to = item.pushed || { x: Number(item.dataset.x), y: Number(item.dataset.y), turn: Number(item.dataset.turn) };
  item.pushed = { x: to.x + move[0], y: to.y + move[1], turn: (to.turn + move[2] + 360) % 360 };
  const px = Number(sheet().dataset.px);
  item.setAttribute("transform", `translate(${(item.pushed.x - Number(item.dataset.x)) * px} ${-(item.pushed.y - Number(item.dataset.y)) * px})`);
  window.clearTimeout(waiting);
  waiting = window.setTimeout(() => place(item.dataset.area, item.pushed.x, item.pushed.y, item.pushed.turn, false), 500);
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
