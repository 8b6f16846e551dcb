// Quick ways for those who have scripts; every page works without them.

import { prepareShapes } from "./measure.js";
import "./site.js";

// Typing in a form that has a board: keep its place fresh (htmx does the asking).
// Keys: / finds, j and k move between lanes, e edits, w opens the working, ? lists.
const typing = (element) => element.closest("input, textarea, select, [contenteditable]") !== null;

function move(step) {
  const lanes = [...document.querySelectorAll("[data-lane]")];
  if (!lanes.length) return;
  const held = (lane) => lane.hasAttribute("data-chosen") || lane.contains(document.activeElement);
  const now = lanes.findIndex(held);
  const next = lanes[Math.min(Math.max(now + step, 0), lanes.length - 1)];
  const link = next.querySelector("a");
  if (next.dataset.lane === "list") link.focus(); // of a list: Enter opens it
  else link.click();
}

function follow(name) {
  const link = document.querySelector(`[data-key="${name}"]`);
  if (link) link.click();
}

document.addEventListener("keydown", (event) => {
  if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return;
  const keys = {
    j: () => move(1),
    k: () => move(-1),
    e: () => follow("edit"),
    w: () => follow("working"),
    "/": () => follow("find"),
    "?": () => document.querySelector("#keys").showModal(),
  };
  if (keys[event.key]) {
    event.preventDefault();
    keys[event.key]();
  }
});

// A click on the tape drops the plumb-line there.
document.addEventListener("click", (event) => {
  const tape = event.target.closest("svg[data-tape-start]");
  if (!tape) return;
  const box = tape.getBoundingClientRect();
  const share = (event.clientX - box.left) / box.width;
  const start = new Date(`${tape.dataset.tapeStart}T00:00:00Z`);
  start.setUTCDate(start.getUTCDate() + Math.floor(share * Number(tape.dataset.tapeDays)));
  const address = new URL(window.location.href);
  address.searchParams.set("day", start.toISOString().slice(0, 10));
  window.location.href = address.href;
});

document.addEventListener("change", (event) => {
  if (event.target.matches("[data-opens]")) reveal();
});

// Parts of a form that belong to one answer only.
function reveal() {
  document.querySelectorAll("[data-when]").forEach((part) => {
    const [, name, begins, value] = part.dataset.when.match(/^(.*?)(\^?)=(.*)$/);
    const answer = document.querySelector(`[name="${name}"]:checked, select[name="${name}"]`);
    part.hidden = !answer || (begins ? !answer.value.startsWith(value) : answer.value !== value);
  });
}

// A block pasted from a spreadsheet fills the cells from where it was pasted, rows down and columns across.
document.addEventListener("paste", (event) => {
  const table = event.target.closest("table[data-cells]");
  const pasted = event.clipboardData.getData("text").trimEnd();
  if (!table || !/[\n\t;]/.test(pasted)) return;
  event.preventDefault();
  const rows = [...table.tBodies[0].rows].map((row) => [...row.querySelectorAll("input[type=text]")]);
  const first = rows.findIndex((row) => row.includes(event.target));
  const column = rows[first].indexOf(event.target);
  let lines = pasted.split(/\r?\n/).map((line) => line.split(/\t|;/).map((cell) => cell.trim()));
  if (lines.length <= 4 && lines.every((line) => line.length >= 12)) lines = lines[0].map((_, n) => lines.map((line) => line[n]));
  if (lines.length === 13 || !/\d/.test(lines[0].join(""))) lines.shift();
  lines.forEach((cells, n) => {
    const named = cells.length > rows[0].length - column && !/^[-−+.\d]/.test(cells[0]);
    (named ? cells.slice(1) : cells).forEach((cell, at) => {
      const box = rows[first + n]?.[column + at];
      if (box) box.value = cell;
    });
  });
});

// What a swap brought is placed and shown once: a board that is drawn again while somebody types moves nothing.
const met = new WeakSet();
function isNew(element) {
  if (!element || met.has(element)) return false;
  met.add(element);
  return true;
}

// The answer of a quick form comes without its controls: what is wrong is put beside them from the answer.
function placeFaults() {
  const answer = document.querySelector("#answer[data-faults]");
  const form = document.querySelector("form[data-quick]");
  if (!form || !isNew(answer)) return;
  const faults = JSON.parse(answer.dataset.faults);
  form.querySelectorAll(".fault").forEach((old) => old.remove());
  form.querySelectorAll("[aria-invalid]").forEach((field) => {
    field.removeAttribute("aria-invalid");
    field.removeAttribute("aria-describedby");
  });
  Object.entries(faults).forEach(([name, sentence]) => {
    const field = form.querySelector(`#f-${CSS.escape(name)}`) || form.querySelector(`[name="${CSS.escape(name)}"]`);
    if (!field) return;
    const words = document.createElement("p");
    words.className = "fault";
    words.id = `fault-${name}`;
    words.textContent = sentence;
    field.setAttribute("aria-invalid", "true");
    field.setAttribute("aria-describedby", words.id);
    (field.closest(".field") || field.parentElement).append(words);
  });
}
document.addEventListener("htmx:after:swap", placeFaults);

function prepare() {
  prepareShapes();
  document.querySelectorAll("[data-when]").forEach((part) => {
    const [name] = part.dataset.when.split(/\^?=/);
    document.querySelectorAll(`[name="${name}"]`).forEach((answer) => answer.setAttribute("data-opens", ""));
  });
  reveal();
  const fault = document.querySelector("#faults");
  if (isNew(fault)) fault.scrollIntoView({ block: "nearest" });
}
document.addEventListener("htmx:after:swap", prepare);
prepare();
