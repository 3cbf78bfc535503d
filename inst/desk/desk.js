// The desk in the browser: sends what is asked, and puts the answers where they belong. All text comes escaped.
(function () {
  "use strict";
  const by = (id) => document.getElementById(id);
  let n = 0, waiting = 0, workingSince = null, anchor = null, sideFrom = null, rowsAsked = 0, marginN = 0;

  // Asking ---------------------------------------------------------------------------------------------------------
  function ask(what) {
    if (!window.Shiny || !Shiny.setInputValue) return;
    n += 1;
    waiting += 1;
    workingSince = workingSince || Date.now();
    Shiny.setInputValue("asked:desk.ask", Object.assign({ n: n, tab: tabName() }, what), { priority: "event" });
  }
  function tabName() {
    try { return sessionStorage.getItem("desk-tab") || ""; } catch (e) { return ""; }
  }
  function asked(element) {
    const what = {};
    for (const [name, value] of Object.entries(element.dataset)) {
      if (["field"].includes(name)) continue;
      what[name] = ["index", "row", "at", "check"].includes(name) ? Number(value) : value;
    }
    return what;
  }

  // Answers --------------------------------------------------------------------------------------------------------
  function put(id, html) {
    if (html === undefined || html === null) return;
    by(id).innerHTML = html;
  }
  function take(answer) {
    if (answer.part !== undefined) return showPart(answer.part);
    waiting = Math.max(0, waiting - 1);
    if (waiting === 0) { workingSince = null; by("working").hidden = true; }
    if (answer.tab) { try { sessionStorage.setItem("desk-tab", answer.tab); } catch (e) { /* none */ } }
    if (answer.rows) return putRows(answer.rows);
    if (answer.title) { by("title").textContent = answer.title; document.title = answer.title + " \u2013 Idle Ledger"; }
    const focus = whereFocus();
    put("sentence", answer.sentence);
    if (answer.face !== undefined) { put("face", answer.face); watchScroll(); }
    put("steps", answer.steps);
    put("margin", answer.margin);
    if (answer.margin !== undefined) by("margin").classList.remove("stale");
    if (answer.back !== undefined) by("back").disabled = !answer.back;
    if (answer.forward !== undefined) by("forward").disabled = !answer.forward;
    if (answer.shown) document.querySelectorAll(".faces button").forEach((b) =>
      b.setAttribute("aria-pressed", String(b.dataset.face === answer.shown)));
    if (answer.wrong) return showWrong(answer);
    if (answer.slip !== undefined) answer.slip === "" ? closeSlip(focus) : openSlip(answer, focus);
    else if (answer.sentence) refocus(focus);
    if (answer.side !== undefined) answer.side === "" ? closeSide() : openSide(answer);
    if (answer.take) download(answer.take);
    if (answer.said) by("said").textContent = answer.said;
    if (answer.heard) by("heard").textContent = answer.heard;
    if (answer.margin_soon) askMargin();
  }
  function askMargin() {
    marginN += 1;
    const mine = marginN;
    by("margin").classList.add("stale");
    setTimeout(() => { if (mine === marginN) ask({ do: "margin" }); }, 250);
  }
  function showWrong(answer) {
    by("said").textContent = answer.said;
    const slip = by("slip");
    const place = !slip.hidden && slip.querySelector(".wrong");
    if (place) { place.hidden = false; place.textContent = answer.wrong; return; }
    openSide({ side_title: "Not done", side: "" });
    by("side-body").textContent = answer.wrong;
  }

  // The slip, beside its part ----------------------------------------------------------------------------------------
  function openSlip(answer, focus) {
    const slip = by("slip"), was = !slip.hidden;
    slip.innerHTML = answer.slip;
    slip.hidden = false;
    anchor = anchorOf(answer);
    document.querySelectorAll(".part.open, .take.open").forEach((b) => b.classList.remove("open"));
    const at = by(anchor);
    if (at) { at.classList.add("open"); at.setAttribute("aria-expanded", "true"); }
    placeSlip();
    if (was && focus && refocus(focus)) return;
    const first = slip.querySelector(".choices button, select, input, textarea");
    (first || slip.querySelector("h2")).focus({ preventScroll: true });
  }
  function anchorOf(answer) {
    return answer.index ? "part-" + answer.section + "-" + answer.index : "take-" + answer.section;
  }
  function placeSlip() {
    const slip = by("slip"), at = anchor && by(anchor);
    if (slip.hidden) return;
    if (!at) { slip.style.left = "1rem"; slip.style.top = "6rem"; return; }
    const box = at.getBoundingClientRect(), wide = document.documentElement.clientWidth;
    const left = Math.max(8, Math.min(box.left, wide - slip.offsetWidth - 12));
    slip.style.left = (left + window.scrollX) + "px";
    slip.style.top = (box.bottom + window.scrollY + 6) + "px";
    slip.style.maxHeight = Math.max(240, window.innerHeight - box.bottom - 20) + "px";
  }
  function closeSlip(focus) {
    const slip = by("slip"), inside = slip.contains(document.activeElement) || (focus && focus.slip);
    slip.hidden = true;
    slip.innerHTML = "";
    document.querySelectorAll(".open").forEach((b) => b.classList.remove("open"));
    if (inside) { const at = anchor && by(anchor); (at || by("sentence")).focus(); } else if (focus) refocus(focus);
    anchor = null;
  }

  // Focus stays where it was, though what had it is drawn anew.
  function whereFocus() {
    const e = document.activeElement;
    if (!e || e === document.body) return null;
    return { id: e.id, slip: by("slip").contains(e), key: signature(e),
      from: e.selectionStart === undefined ? null : e.selectionStart };
  }
  function signature(e) {
    return [e.tagName, e.dataset.do || "", e.dataset.blank || "", e.dataset.field || "", e.dataset.way || "",
      e.type === "checkbox" ? e.value : "", e.dataset.column || "", e.dataset.row || ""].join("|");
  }
  function refocus(focus) {
    if (!focus) return false;
    let e = focus.id && by(focus.id);
    if (!e) {
      const root = focus.slip ? by("slip") : document;
      e = Array.from(root.querySelectorAll("button, select, input, textarea, [role=button]")).find((x) => signature(x) === focus.key);
    }
    if (!e || e.disabled) return false;
    e.focus({ preventScroll: true });
    if (focus.from !== null && e.type === "text") { try { e.setSelectionRange(focus.from, focus.from); } catch (x) { /* none */ } }
    return true;
  }

  // The side sheet -------------------------------------------------------------------------------------------------
  function openSide(answer) {
    if (by("side").hidden) sideFrom = whereFocus();
    by("side-title").textContent = answer.side_title || "";
    by("side-body").innerHTML = answer.side;
    by("side").hidden = false;
    document.querySelectorAll("details.menu[open]").forEach((d) => { d.open = false; });
    by("side-title").focus();
  }
  function closeSide() {
    if (by("side").hidden) return;
    by("side").hidden = true;
    if (!refocus(sideFrom)) by("sentence").focus();
    sideFrom = null;
  }
  function download(link) {
    const a = document.createElement("a");
    a.href = link.url;
    a.download = link.name;
    document.body.appendChild(a);
    a.click();
    a.remove();
    by("said").textContent = link.name + " is saved.";
  }
  function save(name) {
    const url = URL.createObjectURL(new Blob([by("taken").textContent + "\n"], { type: "text/plain" }));
    download({ url: url, name: name });
    setTimeout(() => URL.revokeObjectURL(url), 1000);
  }

  // Large pages: rows are fetched as they come into view; those above and below are empty space.
  let first = 1, rowHeight = 0;
  function watchScroll() {
    const scroll = by("scroll");
    if (!scroll) return;
    first = 1;
    const all = Number(scroll.dataset.rows), once = Number(scroll.dataset.atOnce);
    const row = scroll.querySelector("tbody tr:not(.space)");
    if (all <= once || !row) return;
    rowHeight = row.getBoundingClientRect().height;
    setSpace();
    scroll.addEventListener("scroll", () => {
      clearTimeout(rowsAsked);
      rowsAsked = setTimeout(fetchRows, 60);
    }, { passive: true });
  }
  function heightOfAll(scroll) { return Math.min(Number(scroll.dataset.rows) * rowHeight, 8e6); }
  function setSpace() {
    const scroll = by("scroll"), body = by("rows");
    body.querySelectorAll(".space").forEach((r) => r.remove());
    const all = Number(scroll.dataset.rows), once = Number(scroll.dataset.atOnce), high = heightOfAll(scroll);
    const here = body.rows.length * rowHeight, spare = Math.max(0, high - here);
    const above = all > once ? Math.round(spare * (first - 1) / (all - once)) : 0;
    const space = (height) => { const r = document.createElement("tr"); r.className = "space"; r.style.height = height + "px";
      r.setAttribute("aria-hidden", "true"); return r; };
    body.prepend(space(above));
    body.append(space(spare - above));
  }
  function fetchRows() {
    const scroll = by("scroll");
    if (!scroll) return;
    const all = Number(scroll.dataset.rows), once = Number(scroll.dataset.atOnce);
    const part = scroll.scrollTop / Math.max(1, scroll.scrollHeight - scroll.clientHeight);
    const top = Math.round(part * (all - scroll.clientHeight / rowHeight)) + 1;
    const want = Math.max(1, Math.min(all - once + 1, top - Math.round(once / 3)));
    if (Math.abs(want - first) < once / 6) return;
    ask({ do: "rows", first: want });
  }
  function putRows(rows) {
    const body = by("rows");
    if (!body) return;
    body.innerHTML = rows.html;
    first = rows.first;
    setSpace();
  }

  // Cells are walked with the arrow keys.
  function walkCells(event) {
    const head = event.target.closest("button.sort");
    if (head && event.key === "ArrowDown") {
      const row = document.querySelector("#rows tr:not(.space)"), below = row && row.cells[head.parentElement.cellIndex];
      const into = below && (below.querySelector("button.follow") || row.querySelector("button.follow"));
      if (into) { event.preventDefault(); into.focus(); }
      return;
    }
    const cell = event.target.closest("button.follow");
    const moves = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] };
    if (!cell || !moves[event.key]) return;
    const td = cell.parentElement, tr = td.parentElement, [down, right] = moves[event.key];
    let row = tr, next = null, column = td.cellIndex;
    while (!next) {
      if (down) row = down > 0 ? row.nextElementSibling : row.previousElementSibling;
      column += right;
      if (!row || column < 0 || column >= tr.cells.length) return;
      next = row.cells[column] && row.cells[column].querySelector("button.follow");
    }
    event.preventDefault();
    next.focus();
  }

  // What is pressed, chosen and typed --------------------------------------------------------------------------------
  function isButton(e) { return e.tagName === "BUTTON" || e.getAttribute("role") === "button"; }
  document.addEventListener("click", (event) => {
    const e = event.target.closest("[data-do]");
    if (!e || !isButton(e) || e.disabled) return;
    const what = asked(e);
    if (what.do === "close") return closeSlip({ slip: true });
    if (what.do === "shut") return closeSide();
    if (what.do === "stop") return Shiny.setInputValue("stop:desk.stop", Date.now(), { priority: "event" });
    if (what.do === "save") return save(what.name);
    if (what.do === "copy") {
      navigator.clipboard.writeText(by("taken").textContent).then(() => { by("said").textContent = "Copied."; });
      return;
    }
    if (["step", "take", "compare"].includes(what.do)) document.querySelectorAll("details.menu[open]").forEach((d) => { d.open = false; });
    ask(what);
  });
  document.addEventListener("change", (event) => {
    const box = event.target.closest("fieldset[data-do]");
    const e = box || event.target.closest("[data-do]");
    if (!e || !by("slip").contains(e)) return;
    const what = asked(e), field = e.dataset.field;
    if (box) {
      const more = box.querySelector("[data-more]");
      what.value = Array.from(box.querySelectorAll("input:checked")).map((i) => i.value)
        .concat(more && more.value !== "" ? [more.value] : []);
    }
    else if (field === "text") what.text = event.target.value;
    else if (field) what[field] = event.target.value;
    ask(what);
  });
  document.addEventListener("submit", (event) => {
    const form = event.target.closest("form[data-do]");
    if (!form) return;
    event.preventDefault();
    ask(Object.assign(asked(form), { text: form.elements.text.value }));
  });
  document.addEventListener("input", (event) => {
    if (!event.target.matches("[data-find]")) return;
    const text = event.target.value.toLowerCase();
    by("slip").querySelectorAll(".choice").forEach((b) => { b.hidden = !b.textContent.toLowerCase().includes(text); });
    by("slip").querySelectorAll(".group").forEach((g) => { g.hidden = !g.querySelector(".choice:not([hidden])"); });
  });
  document.addEventListener("keydown", (event) => {
    if (event.key === "Escape") {
      if (!by("slip").hidden) { event.preventDefault(); return closeSlip({ slip: true }); }
      if (!by("side").hidden) { event.preventDefault(); return closeSide(); }
    }
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z" && !event.target.matches("input, textarea")) {
      event.preventDefault();
      return ask({ do: event.shiftKey ? "forward" : "back" });
    }
    if ((event.key === "Enter" || event.key === " ") && event.target.getAttribute("role") === "button") {
      event.preventDefault();
      return event.target.click();
    }
    if (event.key.startsWith("Arrow")) {
      walkCells(event);
      const choice = event.target.closest(".choice");
      if (choice && (event.key === "ArrowDown" || event.key === "ArrowUp")) {
        const all = Array.from(by("slip").querySelectorAll(".choice:not([hidden])"));
        const next = all[all.indexOf(choice) + (event.key === "ArrowDown" ? 1 : -1)];
        if (next) { event.preventDefault(); next.focus(); }
      }
    }
  });
  document.addEventListener("focusin", (event) => {
    const scroll = by("scroll");
    if (scroll && (event.target === scroll || scroll.contains(event.target))) {
      const cell = scroll.querySelector("button.follow");
      if (cell) cell.tabIndex = 0;
    }
  });
  document.addEventListener("pointerdown", (event) => {
    if (!by("slip").hidden && !event.target.closest("#slip, #sentence")) closeSlip(null);
    document.querySelectorAll("details.menu[open]").forEach((d) => { if (!d.contains(event.target)) d.open = false; });
  });
  window.addEventListener("resize", placeSlip);

  // Long work ----------------------------------------------------------------------------------------------------------
  function showPart(part) {
    const bar = by("working-part");
    if (part >= 0) bar.value = part; else bar.removeAttribute("value");
  }
  setInterval(() => {
    if (workingSince && Date.now() - workingSince > 700) {
      by("working").hidden = false;
      by("working-text").textContent = "Working, " + Math.round((Date.now() - workingSince) / 1000) + " s";
    }
  }, 200);

  // The connection -------------------------------------------------------------------------------------------------
  function lookAgain() {
    fetch(location.href, { cache: "no-store" }).then(() => location.reload()).catch(() => setTimeout(lookAgain, 2000));
  }
  function begin() {
    const jq = window.jQuery;
    Shiny.addCustomMessageHandler("desk", take);
    jq(document).on("shiny:disconnected", () => {
      by("gone").hidden = false;
      workingSince = null;
      setTimeout(lookAgain, 1500);
    });
    jq(document).on("shiny:sessioninitialized", () => ask({ do: "hello" }));
  }
  const ready = setInterval(() => {
    if (window.Shiny && Shiny.addCustomMessageHandler && window.jQuery && document.getElementById("said")) {
      clearInterval(ready);
      begin();
      if (Shiny.shinyapp && Shiny.shinyapp.isConnected() && Shiny.shinyapp.config && n === 0) ask({ do: "hello" });
    }
  }, 10);
})();
