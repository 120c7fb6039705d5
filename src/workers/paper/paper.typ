// Draws a run of papers given as data. It is the only source there is: whatever a person wrote is set by `text(..)`,
// so that it can never be read as code or markup.
#let run = json("/run.json")
#let of(node, key, otherwise) = node.at(key, default: otherwise)
#let mm(value) = value * 1mm
#let way(code) = if code == "rtl" { rtl } else { ltr }
#let alignments = (start: start, center: center, end: end)
#let accent = rgb(run.accent)
#let faint = luma(105)

// No date: the same papers are the same bytes on every day.
#set document(title: run.title, author: run.author, date: none)
#set text(font: ("Source Serif 4", "Amiri", "Noto Serif Hebrew", "Noto Serif Devanagari", "Noto Serif SC"), size: 10.5pt, lang: run.language, top-edge: 0.8em, bottom-edge: -0.25em)
#set par(leading: 0.32em, spacing: 0.75em)
#set heading(numbering: none)
#show heading: set block(above: 1.1em, below: 0.6em)
#show heading: set text(hyphenate: false, fill: accent)
#show heading.where(level: 2): set text(size: 1.5em)
#show heading.where(level: 3): set text(size: 1.12em)
#show link: underline
#set list(marker: [•], indent: 0.4em)
#set enum(indent: 0.4em)
#set table(inset: (x: 3pt, y: 4pt))

// ---- within a line ----
// Looked up by label: walking over the marks of all papers on every page would take quadratic time.
#let page-at(edge, place) = {
  let found = query(label(edge + str(place)))
  if found.len() == 0 { here().page() } else { found.first().location().page() }
}
#let inline(node, place: none) = {
  // A tab would take no room.
  if type(node) == str { return text(node.replace("\t", " ")) }
  let kind = node.type
  if kind == "text" {
    let out = text(node.text.replace("\t", " "))
    for mark in of(node, "marks", ()) {
      if mark == "bold" { out = strong(out) } else if mark == "italic" { out = emph(out) } else { out = underline(out) }
    }
    let target = of(node, "link", "")
    if target.starts-with("https://") or target.starts-with("mailto:") { link(target, out) } else { out }
  } else if kind == "break" { linebreak() } else if kind == "space" { h(1fr) } else if kind == "page" {
    context [#(here().page() - page-at("start-", place) + 1)]
  } else if kind == "pages" {
    context [#(page-at("end-", place) - page-at("start-", place) + 1)]
  }
}
#let words(nodes, place: none) = nodes.map(inline.with(place: place)).join()

// ---- under one another ----
#let blocks(nodes) = nodes.map(node => {
  let kind = node.type
  let inner = of(node, "content", ())
  let aligned(body) = if "align" in node { align(alignments.at(node.align), body) } else { body }
  if kind == "paragraph" {
    aligned({
      set text(size: of(node, "size", 1) * 1em)
      par(words(inner))
    })
  } else if kind == "heading" {
    // The names in the outline are the first level.
    aligned(heading(level: node.level + 1, bookmarked: false, words(inner)))
  } else if kind == "bullets" { list(..inner.map(item => blocks(item))) } else if kind == "numbers" {
    enum(..inner.map(item => blocks(item)))
  } else if kind == "table" {
    let cell(data, as-head: false) = {
      let said = words(of(data, "content", ()))
      table.cell(
        colspan: of(data, "columns", 1),
        rowspan: of(data, "rows", 1),
        align: alignments.at(of(data, "align", "start")),
        if as-head { strong(said) } else { said },
      )
    }
    let has-head = node.head.len() > 0
    table(
      columns: node.widths.map(width => width * 1fr),
      stroke: (x, y) => (bottom: if y == 0 and has-head { 0.9pt + accent } else { 0.4pt + luma(200) }),
      // The head is said again on every page.
      ..if has-head { (table.header(..node.head.map(cell.with(as-head: true))),) } else { () },
      ..inner.flatten().map(cell.with(as-head: false)),
    )
  } else if kind == "image" { aligned(image(node.file, width: mm(node.width), alt: of(node, "alt", ""))) } else if (
    kind == "pageBreak"
  ) {
    // Within a slip nothing can begin another page.
    if run.page.toAPage > 1 { v(6mm) } else { pagebreak(weak: true) }
  } else if kind == "sign" {
    block(above: 14mm, width: 75mm, breakable: false, {
      line(length: 100%, stroke: 0.5pt)
      v(-0.35em)
      text(size: 0.85em, fill: faint, words(inner))
    })
  } else if kind == "gap" { v(mm(node.height)) } else if kind == "columns" {
    columns(node.count, gutter: 7mm, blocks(inner))
  } else if kind == "seats" {
    let front = align(center, text(fill: faint, node.front.words))
    let desk(data) = {
      let picture = of(data, "file", none)
      block(width: 100%, height: 100%, stroke: 0.7pt + accent, radius: 1.5mm, inset: 1.5mm, clip: true, align(center + horizon, {
        if picture != none { image(picture, height: 62%, fit: "contain", alt: ""); v(-0.5em) }
        text(size: 0.95em, data.name)
      }))
    }
    if node.front.at == "top" { front }
    // All of what is left of the page; each desk in its place.
    block(height: 1fr, width: 100%, breakable: false, grid(
      columns: (1fr,) * node.columns,
      rows: (1fr,) * node.rows,
      gutter: 2mm,
      ..node.desks.map(data => grid.cell(x: data.column, y: data.row, desk(data))),
    ))
    if node.front.at == "bottom" { front }
  }
}).join()

// ---- one paper after the other ----
#let sheet = run.page
#let edge = sheet.margin
#let strip(nodes, place) = if nodes.len() > 0 { text(size: 0.82em, fill: faint, words(nodes, place: place)) }
#let ground = {
  if "ground" in sheet { place(center + horizon, image(sheet.ground, width: 100%, height: 100%, fit: "cover", alt: "")) }
  if sheet.frame {
    place(center + horizon, rect(width: 100% - 16mm, height: 100% - 16mm, stroke: 1.4pt + accent, radius: 2mm))
    place(center + horizon, rect(width: 100% - 19mm, height: 100% - 19mm, stroke: 0.5pt + accent, radius: 1.5mm))
  }
  // A third of the page each, and the middle to file it.
  if of(sheet, "foldMarks", false) {
    for part in (100% / 3, 50%, 200% / 3) {
      place(top + left, dx: 4mm, dy: part, line(length: if part == 50% { 6mm } else { 4mm }, stroke: 0.4pt + faint))
    }
  }
}
// Above the first page, as above letters.
#let letter-head(paper) = if "letterHead" in paper {
  let said = paper.letterHead
  let picture = of(said, "picture", none)
  grid(
    columns: if picture == none { (1fr,) } else { (auto, 1fr) },
    column-gutter: 5mm,
    align: horizon,
    ..if picture == none { () } else { (image(picture.file, width: mm(picture.width), alt: ""),) },
    {
      // The school's words have a direction of their own, and stand where the page begins.
      let turned = if (said.school + said.line).contains(regex("[\u{590}-\u{8ff}]")) { rtl } else { ltr }
      align(if paper.direction == "rtl" { right } else { left }, {
        set text(dir: turned)
        text(size: 1.35em, weight: "bold", fill: accent, said.school)
        if said.line != "" { linebreak(); text(size: 0.88em, fill: faint, said.line) }
      })
    },
  )
  v(-0.4em)
  line(length: 100%, stroke: 1pt + accent)
  v(0.6em)
}
#set page(
  paper: sheet.paper,
  flipped: sheet.across,
  margin: (top: mm(edge.at(0)), right: mm(edge.at(1)), bottom: mm(edge.at(2)), left: mm(edge.at(3))),
)
#let slips(paper) = {
  let found = ((),)
  for node in paper.content {
    if node.type == "pageBreak" { found.push(()) } else { found.at(-1).push(node) }
  }
  found.filter(content => content.len() > 0).map(content => (..paper, content: content))
}
#let own(paper, body) = { set text(lang: paper.language, dir: way(paper.direction)); body }

#if sheet.toAPage > 1 {
  // Slips: each has its part of the page, with a line to cut along. What would begin a page, such as a family's next
  // child, begins the next slip.
  for (place-on, some) in run.papers.map(slips).flatten().chunks(sheet.toAPage).enumerate() {
    if place-on > 0 { pagebreak(weak: true) }
    block(height: 100%, width: 100%, grid(
      columns: 1fr,
      rows: (1fr,) * sheet.toAPage,
      inset: (y: 5mm),
      stroke: (x, y) => if y > 0 { (top: (paint: faint, thickness: 0.5pt, dash: "dashed")) },
      ..some.map(paper => own(paper, block(width: 100%, height: 100%, clip: true, layout(size => {
        let body = letter-head(paper) + blocks(paper.content)
        // What has no room is cut off, and told.
        if measure(block(width: size.width, body)).height > size.height [#metadata(paper.name) <cut>]
        body
      })))),
    ))
  }
} else {
  for (place-in-run, paper) in run.papers.enumerate() {
    // Before the paper's own page settings, so that a page left blank bears no head, foot or frame.
    if place-in-run > 0 { pagebreak(weak: true, to: if run.twoSided { "odd" }) }
    set text(lang: paper.language, dir: way(paper.direction))
    set page(header: strip(paper.head, place-in-run), footer: strip(paper.foot, place-in-run), background: ground)
    [#metadata(none) #label("start-" + str(place-in-run))]
    // A name for the outline. It takes no room and is not printed.
    place(hide(heading(level: 1, bookmarked: true, outlined: false, text(paper.name))))
    letter-head(paper)
    blocks(paper.content)
    [#metadata(none) #label("end-" + str(place-in-run))]
  }
}

#context [#metadata(here().page()) <page-count>]
