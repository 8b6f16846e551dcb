// The measuring form: only what a method asks for is shown, and its table is filled at keyboard speed.

const wanted = (select) => {
  const group = select.closest("[data-shape]");
  return group ? [group, JSON.parse(group.dataset.shape)[select.value]] : [null, null];
};

function show(select) {
  const [group, method] = wanted(select);
  if (!group || !method) return;
  group.querySelectorAll("[data-side]").forEach((field) => {
    const name = method.sides[Number(field.dataset.side) - 1];
    field.hidden = !name;
    if (name) field.querySelector("[data-side-name]").textContent = name;
  });
  group.querySelector("[data-hint]").textContent = method.hint;
  const rows = group.querySelector("[data-rows]");
  rows.hidden = !method.columns.length;
  grid(rows, method.columns);
}

// The table over its text: the text is what is sent, so nothing is lost without scripts.
function grid(field, columns) {
  const text = field.querySelector("textarea");
  const there = field.querySelector("table");
  if (there && columnsOf(there).join() === columns.join()) return; // the same table: keep it, and the place in it
  there?.remove();
  text.hidden = columns.length > 0;
  if (!columns.length) return;
  const table = document.createElement("table");
  table.className = "rows-table";
  const head = table.createTHead().insertRow();
  ["", ...columns].forEach((name) => {
    const cell = document.createElement("th");
    cell.scope = "col";
    cell.textContent = name;
    head.append(cell);
  });
  head.insertCell();
  const body = table.createTBody();
  const split = (line) => (columns.length === 1 ? [line.trim()] : line.split(/\t|;|,|\s{2,}/).map((cell) => cell.trim()));
  text.value.split("\n").filter((line) => line.trim()).forEach((line) => add(body, columns, split(line)));
  add(body, columns, []);
  text.after(table);
}

function add(body, columns, values) {
  const row = body.insertRow();
  const number = document.createElement("th");
  number.scope = "row";
  number.textContent = String(body.rows.length);
  row.append(number);
  columns.forEach((name, n) => {
    const input = document.createElement("input");
    input.type = "text";
    input.className = "figures";
    input.autocomplete = "off";
    input.value = values[n] || "";
    input.setAttribute("aria-label", `${name}, row ${body.rows.length}`);
    row.insertCell().append(input);
  });
  const gone = document.createElement("button");
  gone.type = "button";
  gone.className = "row-gone";
  gone.textContent = "×";
  gone.dataset.rowGone = "";
  gone.setAttribute("aria-label", `Take row ${body.rows.length} out`);
  gone.tabIndex = -1; // the keyboard goes from reading to reading; Ctrl+Z brings a row back
  row.insertCell().append(gone);
  return row;
}

const before = []; // [table, what it held], for Ctrl+Z
const cells = (row) => [...row.querySelectorAll("input")];

function keep(table) {
  const text = table.parentElement.querySelector("textarea");
  const lines = [...table.tBodies[0].rows].map((row) => cells(row).map((cell) => cell.value.trim()));
  text.value = lines.filter((line) => line.some(Boolean)).map((line) => line.join("\t")).join("\n");
  const last = table.tBodies[0].rows[table.tBodies[0].rows.length - 1];
  if (cells(last).some((cell) => cell.value.trim())) add(table.tBodies[0], columnsOf(table), []);
}

const columnsOf = (table) => [...table.tHead.rows[0].cells].slice(1, -1).map((cell) => cell.textContent);

document.addEventListener("input", (event) => {
  const table = event.target.closest(".rows-table");
  if (!table) return;
  if (event.isTrusted) before.length = 0;
  keep(table);
});

document.addEventListener("keydown", (event) => {
  const table = event.target.closest(".rows-table");
  if (!table || event.key !== "Enter") return;
  event.preventDefault();
  keep(table);
  const row = event.target.closest("tr");
  const column = cells(row).indexOf(event.target);
  const following = cells(row)[column + 1] || cells(row.nextElementSibling || add(table.tBodies[0], columnsOf(table), []))[0];
  following.focus();
});

// What a table held before each paste and each row taken out: Ctrl+Z takes it back as one step. Once something is
// typed, undoing is the browser's own.
const values = (table) => [...table.tBodies[0].rows].map((row) => cells(row).map((cell) => cell.value));

function put(table, held) {
  const body = table.tBodies[0];
  while (body.rows.length > Math.max(held.length, 1)) body.deleteRow(-1);
  while (body.rows.length < held.length) add(body, columnsOf(table), []);
  [...body.rows].forEach((row, r) => cells(row).forEach((cell, c) => { cell.value = held[r]?.[c] ?? ""; }));
  keep(table);
  cells(body.rows[0])[0].dispatchEvent(new Event("input", { bubbles: true }));
}

document.addEventListener("keydown", (event) => {
  const table = event.target.closest?.(".rows-table");
  if (!table || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z" || !before.length) return;
  const [of, held] = before.at(-1);
  if (of !== table) return;
  event.preventDefault();
  before.pop();
  put(table, held);
});

document.addEventListener("click", (event) => {
  const gone = event.target.closest("[data-row-gone]");
  if (!gone) return;
  const table = gone.closest(".rows-table");
  const at = gone.closest("tr").rowIndex - 1;
  before.push([table, values(table)]);
  put(table, values(table).filter((_, n) => n !== at));
  (table.tBodies[0].rows[at] || table.tBodies[0].rows[0]).querySelector("input").focus();
});

document.addEventListener("paste", (event) => {
  const table = event.target.closest(".rows-table");
  const pasted = event.clipboardData.getData("text");
  if (!table || !/[\n\t;]/.test(pasted.trim())) return;
  event.preventDefault();
  const columns = columnsOf(table);
  let row = event.target.closest("tr");
  const from = cells(row).indexOf(event.target);
  before.push([table, values(table)]);
  const lines = pasted.trim().split(/\r?\n/);
  if (lines.length > 1 && !/\d/.test(lines[0])) lines.shift(); // a row of headings copied along
  lines.forEach((line) => {
    const values = columns.length === 1 ? [line.trim()] : line.split(/\t|;|,\s|\s{2,}/);
    values.forEach((value, n) => {
      const cell = cells(row)[from + n];
      if (cell) cell.value = value.trim();
    });
    row = row.nextElementSibling || add(table.tBodies[0], columns, []);
  });
  keep(table);
  event.target.dispatchEvent(new Event("input", { bubbles: true }));
});

document.addEventListener("change", (event) => {
  if (event.target.matches("[data-shape] select")) show(event.target);
});

export function prepareShapes() {
  document.querySelectorAll("[data-shape] select").forEach(show);
}
