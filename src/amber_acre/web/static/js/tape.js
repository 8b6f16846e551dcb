// A round's flag dragged along the tape to another day: asked of the judge like any change by hand.
const START = 6; // px a pointer moves before it is a drag
let drag = null;

const form = () => document.querySelector("#tape-move");

// The day under a place of the lane: the tape's scale maps its days onto its width.
function dayAt(x) {
  const { start, days, width } = form().dataset;
  const n = Math.round((Math.min(Math.max(x, 0), Number(width) - 1) / Number(width)) * Number(days));
  const day = new Date(`${start}T12:00:00Z`);
  day.setUTCDate(day.getUTCDate() + n);
  return day.toISOString().slice(0, 10);
}

document.addEventListener("pointerdown", (event) => {
  const flag = event.target.closest?.("g.flag[data-job]");
  if (!flag || !form() || event.button !== 0 || !event.isPrimary) return;
  event.preventDefault();
  drag = { flag, x: event.clientX, by: 0, moved: false };
});

document.addEventListener("pointermove", (event) => {
  if (!drag || !event.isPrimary) return;
  const px = event.clientX - drag.x;
  if (!drag.moved && Math.abs(px) < START) return;
  drag.moved = true;
  drag.flag.setPointerCapture?.(event.pointerId);
  const svg = drag.flag.ownerSVGElement;
  drag.by = (px * svg.viewBox.baseVal.width) / svg.getBoundingClientRect().width;
  drag.flag.setAttribute("transform", `translate(${drag.by} 0)`);
  drag.flag.querySelector("title").textContent = dayAt(Number(drag.flag.dataset.x) + drag.by);
});

document.addEventListener("pointerup", () => {
  if (!drag) return;
  const { flag, by, moved } = drag;
  drag = null;
  if (!moved) {
    window.location.assign(`/jobs/${flag.dataset.job}`);
    return;
  }
  const to = form();
  const [version, product, placement] = JSON.parse(to.dataset.jobs)[flag.dataset.job];
  const values = { version, product, placement, on_day: dayAt(Number(flag.dataset.x) + by) };
  for (const [name, value] of Object.entries(values)) to.elements[name].value = value;
  to.action = `/jobs/${flag.dataset.job}/change`;
  to.submit();
});

document.addEventListener("pointercancel", () => {
  drag?.flag.removeAttribute("transform");
  drag = null;
});
