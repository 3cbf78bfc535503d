// The report's script: sorts, searches and filters the statement, and opens the entries behind a figure.
"use strict";
(() => {
  const step = 300; // rows drawn at a time

  // Elements: text is always set as text, never as markup.
  const make = (tag, properties = {}, ...children) => {
    const element = document.createElement(tag);
    for (const [name, value] of Object.entries(properties)) {
      if (name in element) element[name] = value;
      else element.setAttribute(name, value);
    }
    element.append(...children.filter((child) => child !== null && child !== undefined));
    return element;
  };

  // Exact sums of decimal numbers ---------------------------------------------------------------------------------

  const decimal = (number) => {
    const found = /^(-?)(\d+)(?:\.(\d+))?(?:[eE]([+-]?\d+))?$/.exec(String(number));
    if (!found) return null;
    const places = (found[3] || "").length - Number(found[4] || 0);
    const digits = BigInt(found[1] + found[2] + (found[3] || ""));
    return places >= 0 ? { digits, places } : { digits: digits * 10n ** BigInt(-places), places: 0 };
  };

  // Of nothing the sum is missing, as on the page; a value that is no number makes one that is none.
  const addUp = (numbers) => {
    const parts = numbers.filter((number) => number !== null).map(decimal);
    if (parts.length === 0) return undefined;
    if (parts.includes(null)) return null;
    const places = parts.reduce((most, part) => Math.max(most, part.places), 0);
    const digits = parts.reduce((sum, part) => sum + part.digits * 10n ** BigInt(places - part.places), 0n);
    return { digits, places };
  };

  const grouped = (digits) => digits.replace(/\B(?=(\d{3})+(?!\d))/g, ",");

  // Halves go away from zero; no more decimals than asked for.
  const shown = (sum, decimals, before = "") => {
    if (sum === undefined) return "(missing)";
    if (sum === null) return "not a number";
    let { digits, places } = sum;
    const minus = digits < 0n;
    if (minus) digits = -digits;
    if (places > decimals) {
      const unit = 10n ** BigInt(places - decimals);
      digits = (digits + unit / 2n) / unit;
    } else {
      digits *= 10n ** BigInt(decimals - places);
    }
    const text = digits.toString().padStart(decimals + 1, "0");
    const whole = grouped(text.slice(0, text.length - decimals));
    const sign = minus && digits !== 0n ? "-" : "";
    return before + sign + whole + (decimals > 0 ? "." + text.slice(-decimals) : "");
  };

  const counted = (n, one, many = one + "s") => `${grouped(String(n))} ${n === 1 ? one : many}`;

  // The statement -------------------------------------------------------------------------------------------------

  const compare = (a, b) => {
    if (a === null || b === null) return (a === null) - (b === null);
    return a < b ? -1 : a > b ? 1 : 0;
  };

  class Sheet {
    constructor(section) {
      this.id = section.dataset.page;
      this.section = section;
      this.data = JSON.parse(document.getElementById(`${this.id}-data`).textContent);
      this.table = section.querySelector("table");
      this.status = section.querySelector(".status");
      this.rows = this.data.rows.kind.map((kind, row) => row);
      this.footed = this.data.rows.kind.some((kind) => kind === "subtotal" || kind === "total");
      this.keys = this.data.columns.map((column, c) => c).filter((c) => this.data.columns[c].key);
      this.asked = { column: null, down: false, text: "", picked: new Map() };
      this.drawTools();
      this.drawHead();
      this.table.addEventListener("click", (event) => this.followed(event));
      this.table.addEventListener("keydown", (event) => this.moved(event));
      this.draw();
    }

    text(row, column) { return this.data.rows.texts[column][row]; }

    // The line of the page that a cell is; on most pages all cells of a row are of one.
    lineOf(row, column) { return (this.data.behind[column] || this.data.behind[0])[row]; }

    // Whether there is something to open.
    opens(row, column, heads) {
      const { figure } = this.data.columns[column];
      if (this.lineOf(row, column) === null) return false;
      if (this.data.entries === null) return Boolean(this.data.proofs[`${this.lineOf(row, column)}/${figure}`]);
      return figure !== "" || heads;
    }

    isOwn(row) { return !["subtotal", "total"].includes(this.data.rows.kind[row]); }

    isAsIs() { return this.asked.column === null && this.asked.text === "" && this.asked.picked.size === 0; }

    drawTools() {
      const tools = this.section.querySelector(".tools");
      const search = make("input", { type: "search" });
      search.addEventListener("input", () => { this.asked.text = search.value.trim().toLowerCase(); this.draw(); });
      tools.append(make("label", {}, "Search", search));
      const selects = this.keys.map((column) => this.pickerOf(column)).filter((picker) => picker);
      tools.append(...selects);
      const back = make("button", { type: "button", className: "back" }, "As on the page");
      back.addEventListener("click", () => {
        this.asked = { column: null, down: false, text: "", picked: new Map() };
        search.value = "";
        for (const select of tools.querySelectorAll("select")) select.value = "";
        this.draw();
      });
      tools.append(back);
      tools.hidden = false;
    }

    pickerOf(column) {
      const values = [...new Set(this.rows.filter((row) => this.isOwn(row)).map((row) => this.text(row, column)))];
      if (values.length < 2 || values.length > 60) return null;
      const select = make("select", {}, make("option", { value: "" }, "all"),
        ...values.map((value, k) => make("option", { value: String(k + 1) }, value || "(empty)")));
      select.addEventListener("change", () => {
        if (select.value === "") this.asked.picked.delete(column);
        else this.asked.picked.set(column, values[Number(select.value) - 1]);
        this.draw();
      });
      return make("label", {}, this.data.columns[column].heading, select);
    }

    drawHead() {
      const heads = [...this.table.tHead.rows[this.table.tHead.rows.length - 1].cells];
      heads.forEach((head, column) => {
        const button = make("button", { type: "button", className: "sort" }, head.textContent);
        button.addEventListener("click", () => this.sortBy(column));
        head.replaceChildren(button);
      });
      this.heads = heads;
    }

    // First up, then down, then as on the page; numbers begin with the largest.
    sortBy(column) {
      const first = this.data.rows.sorts[column] !== null && !this.data.columns[column].key;
      if (this.asked.column !== column) Object.assign(this.asked, { column, down: first });
      else if (this.asked.down === first) this.asked.down = !first;
      else this.asked.column = null;
      this.draw();
    }

    wanted() {
      if (this.isAsIs()) return this.rows;
      const { column, down, text, picked } = this.asked;
      const rows = this.rows.filter((row) => this.isOwn(row) &&
        [...picked].every(([key, value]) => this.text(row, key) === value) &&
        (text === "" || this.data.columns.some((each, c) => this.text(row, c).toLowerCase().includes(text))));
      if (column === null) return rows;
      const sorts = this.data.rows.sorts[column] || this.data.rows.texts[column];
      const value = (row) => (typeof sorts[row] === "string" && this.data.rows.sorts[column] ? null : sorts[row]);
      return rows.sort((a, b) => {
        const order = compare(value(a), value(b));
        const gone = value(a) === null || value(b) === null;
        return (down && !gone ? -order : order) || a - b;
      });
    }

    draw() {
      this.shown = this.wanted();
      const body = make("tbody");
      this.table.tBodies[0].replaceWith(body);
      this.append(step);
      this.heads.forEach((head, column) => {
        if (column === this.asked.column) head.setAttribute("aria-sort", this.asked.down ? "descending" : "ascending");
        else head.removeAttribute("aria-sort");
      });
      this.drawFoot();
      this.status.textContent = this.words();
      this.section.querySelector(".back").disabled = this.isAsIs();
    }

    append(n) {
      const body = this.table.tBodies[0];
      const from = body.rows.length;
      const rows = this.shown.slice(from, from + n);
      body.append(...rows.map((row, k) => this.rowOf(row, k + from > 0 ? this.shown[k + from - 1] : null)));
      const first = body.querySelector(".follow");
      if (from === 0 && first) first.tabIndex = 0;
      this.section.querySelector(".more")?.remove();
      const left = this.shown.length - body.rows.length;
      if (left > 0) {
        const more = make("button", { type: "button" }, `Show ${grouped(String(Math.min(left, step)))} more`);
        more.addEventListener("click", () => this.append(step));
        const line = make("p", { className: "more" }, more, ` of ${counted(left, "row")} below`);
        this.section.querySelector(".scroll").after(line);
      }
    }

    // Keys are not repeated down a page with subtotals.
    repeats(row, before, column) {
      if (!this.footed || !this.isAsIs() || before === null || column === this.keys[this.keys.length - 1]) return false;
      return this.keys.filter((key) => key <= column).every((key) => this.text(row, key) === this.text(before, key));
    }

    // What a row is called: its last key, or the one that a total has.
    headerOf(texts) {
      const keys = this.keys.length ? this.keys : this.data.columns.map((each, c) => c).filter((c) =>
        !this.data.columns[c].right).slice(0, 1);
      return [...keys].reverse().find((c) => texts[c] !== "");
    }

    rowOf(row, before) {
      const { kind, above, below } = this.data.rows;
      const plain = !this.isAsIs();
      const line = make("tr", { className: [kind[row], !plain && above[row] ? "above" : "",
        !plain && below[row] ? `below${below[row]}` : ""].join(" ").trim() });
      const texts = this.data.columns.map((column, c) => (column.key && this.repeats(row, before, c) ? "" :
        this.text(row, c)));
      const header = this.headerOf(texts);
      this.data.columns.forEach((column, c) => {
        const heads = c === header;
        const cell = make(heads ? "th" : "td", column.right ? { className: "n" } : { dir: "auto" });
        if (heads) cell.scope = "row";
        const text = texts[c];
        if (text !== "" && this.opens(row, c, heads)) {
          cell.append(make("button", { type: "button", className: "follow", tabIndex: -1, "data-row": row,
            "data-column": c }, text));
        } else {
          cell.textContent = text;
        }
        line.append(cell);
      });
      return line;
    }

    // Of a part of the lines, what adds up is added up, and said to be of a part.
    drawFoot() {
      this.table.tFoot?.remove();
      const all = this.rows.filter((row) => this.isOwn(row)).length;
      if (this.shown.length === all || this.isAsIs()) return;
      const cells = this.data.columns.map((column, c) => {
        if (c === 0) {
          return make("th", { scope: "row" }, `A part: ${grouped(String(this.shown.length))} of ${counted(all, "line")}`);
        }
        const sum = column.adds ? addUp(this.shown.map((row) => this.data.rows.sorts[c][row])) : null;
        return make("td", { className: column.right ? "n" : "" }, column.adds ?
          shown(sum, column.decimals, column.before) : "");
      });
      this.table.append(make("tfoot", {}, make("tr", {}, ...cells)));
    }

    words() {
      const all = this.rows.filter((row) => this.isOwn(row)).length;
      const parts = [];
      if (this.asked.column !== null) {
        parts.push(`sorted by ${this.data.columns[this.asked.column].heading}, ` +
          (this.asked.down ? "the largest first" : "the smallest first"));
      }
      if (this.footed && !this.isAsIs()) parts.push("subtotals are left out");
      const lines = this.shown.length === all || this.isAsIs() ? counted(all, "line") :
        `${grouped(String(this.shown.length))} of ${counted(all, "line")}, totals are of this part`;
      return [lines, ...parts].join("; ");
    }

    followed(event) {
      const button = event.target.closest(".follow");
      if (button) location.hash = this.linkTo(Number(button.dataset.row), Number(button.dataset.column));
    }

    // Arrows go from figure to figure; one of them is in the order of tabs.
    moved(event) {
      const button = event.target.closest(".follow");
      const by = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key];
      if (!button || !by) return;
      event.preventDefault();
      const cell = button.closest("th, td");
      let line = cell.parentElement;
      let at = cell.cellIndex;
      for (let tries = 0; tries < 500; tries += 1) {
        at += by[1];
        if (by[0] !== 0) line = by[0] < 0 ? line.previousElementSibling : line.nextElementSibling;
        const next = line?.cells[at];
        if (!next) return;
        const target = next.querySelector(".follow");
        if (target) { this.focusOn(button, target); return; }
      }
    }

    focusOn(before, target) {
      before.tabIndex = -1;
      target.tabIndex = 0;
      target.focus();
    }

    // Without keys a row is called by its number and by what it begins with.
    nameOf(row, index) {
      const header = this.headerOf(this.data.columns.map((column, c) => this.text(row, c)));
      const words = this.data.lines.words === null ? `row ${grouped(String(index + 1))}` : this.data.lines.words[index];
      return header === undefined ? words : `${words} (${this.text(row, header)})`;
    }

    // Links name the keys of the line, so that they hold in next month's report.
    linkTo(row, column) {
      const named = this.keys.map((key) => encodeURIComponent(this.text(row, key)));
      const own = named.join("/");
      const alone = this.rows.every((other) => other === row ||
        this.keys.map((key) => encodeURIComponent(this.text(other, key))).join("/") !== own);
      const where = this.keys.length && alone ? own : `@${row + 1}`;
      return `#${this.id}/${encodeURIComponent(this.data.columns[column].name)}/${where}`;
    }

    placeOf(parts) {
      const column = this.data.columns.findIndex((each) => each.name === decodeURIComponent(parts[0]));
      const row = parts[1]?.startsWith("@") ? Number(parts[1].slice(1)) - 1 : this.rows.find((each) =>
        this.keys.length === parts.length - 1 &&
        this.keys.every((key, k) => this.text(each, key) === decodeURIComponent(parts[k + 1])));
      return column < 0 || row === undefined || !(row in this.rows) ? null : { row, column };
    }
  }

  // The entries behind a figure -----------------------------------------------------------------------------------

  const dialog = document.getElementById("behind");
  const body = document.getElementById("behind-body");
  const title = document.getElementById("behind-title");
  let opener = null;

  const entriesOf = (sheet, place) => {
    const wanted = new Set(sheet.data.lines.own === null ? [place + 1] : sheet.data.lines.own[place]);
    const { line } = sheet.data.entries;
    const found = [];
    for (let k = 0; k < line.length; k += 1) if (wanted.has(line[k])) found.push(k);
    let rest = 0;
    for (const own of wanted) rest += sheet.data.entries.rest[own] || 0;
    return { found, rest, wanted };
  };

  const entryCell = (column, k) => {
    const value = column.values[k];
    if (!column.number) return make("td", { dir: "auto", className: column.moment ? "d" : "" }, column.levels[value]);
    let text = value === null ? "(missing)" : shown(decimal(value), column.decimals);
    if (column.unmarked) text = text.replaceAll(",", "");
    return make("td", { className: "n" }, text);
  };

  const entryRow = (entries, k) => make("tr", {}, make("th", { scope: "row", className: "n" },
    entries.number[k] === null ? "made" : String(entries.number[k])),
  ...entries.columns.map((column) => entryCell(column, k)));

  const totalRows = (entries, behind) => {
    const cell = (column, numbers) => make("td", { className: "n" },
      column.summed ? shown(addUp(numbers), column.decimals) : "");
    const rows = [];
    if (behind.rest > 0) {
      rows.push(make("tr", { className: "rest" }, make("th", { scope: "row" }, `${grouped(String(behind.rest))} more`),
        ...entries.columns.map((column) => cell(column, restOf(column, behind)))));
    }
    const all = behind.found.length + behind.rest;
    rows.push(make("tr", {}, make("th", { scope: "row" }, `Total of ${grouped(String(all))}`),
      ...entries.columns.map((column) => cell(column,
        [...behind.found.map((k) => column.values[k]), ...restOf(column, behind)]))));
    return rows;
  };

  // What was added up, and what it comes to, before the entries themselves.
  const togetherLine = (sheet, behind) => {
    const sums = sheet.data.entries.columns.filter((column) => column.summed).map((column) => {
      const numbers = [...behind.found.map((k) => column.values[k]), ...restOf(column, behind)];
      return `${column.heading} ${shown(addUp(numbers), column.decimals)}`;
    });
    return sums.length ? make("p", { className: "together" }, `Together: ${sums.join(", ")}.`) : null;
  };

  const restOf = (column, behind) => [...behind.wanted].map((own) => column.rest?.[own]).filter((sum) => sum);

  const entriesTable = (sheet, behind) => {
    const { entries } = sheet.data;
    const head = make("tr", {}, make("th", { scope: "col", className: "n" }, entries.what === "entry" ? "Entry" : "Line"),
      ...entries.columns.map((column) => make("th", { scope: "col", className: column.number ? "n" : "" },
        column.heading)));
    const rows = make("tbody", {}, ...behind.found.slice(0, step).map((k) => entryRow(entries, k)));
    const table = make("table", { className: "entries", "aria-label": "Entries" }, make("thead", {}, head), rows,
      make("tfoot", {}, ...totalRows(entries, behind)));
    const box = make("div", { className: "scroll", tabIndex: 0, role: "region", "aria-label": "Entries" }, table);
    const more = make("p", { className: "quiet" });
    const say = () => {
      const left = behind.found.length - rows.rows.length;
      more.replaceChildren();
      if (left <= 0) return;
      const button = make("button", { type: "button" }, `Show ${grouped(String(Math.min(left, step)))} more`);
      button.addEventListener("click", () => {
        const next = behind.found.slice(rows.rows.length, rows.rows.length + step);
        rows.append(...next.map((k) => entryRow(entries, k)));
        say();
      });
      more.append(button, ` of ${counted(left, "entry", "entries")} not drawn yet; the total has them.`);
    };
    say();
    return [box, more];
  };

  const stepOf = (item) => {
    if (typeof item === "string") return make("li", {}, item);
    const table = make("table", { "aria-label": "Values" }, make("thead", {}, make("tr", {}, ...item.heads.map((head, c) =>
      make("th", { scope: "col", className: item.right[c] ? "n" : "" }, head)))), make("tbody", {},
      ...item.columns[0].map((each, row) => make("tr", {}, ...item.columns.map((column, c) =>
        make("td", { className: item.right[c] ? "n" : "" }, column[row]))))));
    return make("li", {}, make("div", { className: "scroll" }, table), item.more > 0 ? `and ${item.more} more` : "");
  };

  const linkLine = () => {
    const link = make("a", { href: location.hash }, "Link to this figure");
    const said = make("span", { role: "status" });
    link.addEventListener("click", (event) => {
      event.preventDefault();
      navigator.clipboard?.writeText(location.href).then(() => { said.textContent = " copied"; }, () => {
        said.textContent = " is in the address line";
      });
    });
    return make("p", { className: "quiet" }, link, said);
  };

  const open = (sheet, row, column) => {
    if (!sheet.opens(row, column, true)) return;
    const place = sheet.lineOf(row, column);
    const { figure } = sheet.data.columns[column];
    const index = place - 1;
    const words = sheet.keys.length ? sheet.data.lines.words[index] : sheet.nameOf(row, index);
    title.textContent = figure === "" ? `Behind ${words}` : `${figure}, ${words}: ${sheet.text(row, column)}`;
    const parts = [linkLine()];
    const proof = sheet.data.proofs[`${place}/${figure}`];
    if (proof?.length) parts.push(make("h3", {}, "Worked by hand"), make("ol", {}, ...proof.map(stepOf)));
    if (sheet.data.entries) parts.push(...entryParts(sheet, index, column));
    body.replaceChildren(...parts.filter((part) => part));
    if (!dialog.open) dialog.showModal();
    dialog.scrollTop = 0;
    title.focus();
  };

  const entryParts = (sheet, index, column) => {
    const behind = entriesOf(sheet, index);
    const { what } = sheet.data.entries;
    const n = counted(behind.found.length + behind.rest, what, what === "entry" ? "entries" : "lines of the page below");
    const where = sheet.data.columns[column].window ? "of its line" : "behind it";
    return [make("h3", {}, `${n} ${where}`), togetherLine(sheet, behind), ...entriesTable(sheet, behind)];
  };

  const follow = (sheets) => {
    const [id, ...parts] = location.hash.slice(1).split("/");
    const sheet = sheets.find((each) => each.id === id);
    if (!sheet || parts.length === 0) return;
    let place = null;
    try { place = sheet.placeOf(parts); } catch { place = null; }
    if (place) open(sheet, place.row, place.column);
    else sheet.status.textContent = "The link names a line or a figure that this report does not have.";
  };

  const start = () => {
    const sheets = [...document.querySelectorAll("section.statement")]
      .filter((section) => document.getElementById(`${section.dataset.page}-data`)).map((section) => new Sheet(section));
    document.addEventListener("focusin", (event) => { if (event.target.matches(".follow")) opener = event.target; });
    document.getElementById("behind-close").addEventListener("click", () => dialog.close());
    dialog.addEventListener("close", () => {
      history.replaceState(null, "", location.pathname + location.search);
      opener?.focus();
    });
    window.addEventListener("hashchange", () => follow(sheets));
    window.addEventListener("beforeprint", () => {
      for (const part of document.querySelectorAll("details")) part.open = true;
      for (const sheet of sheets) sheet.append(Infinity);
    });
    follow(sheets);
  };

  start();
})();
