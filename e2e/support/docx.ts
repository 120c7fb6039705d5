import { strToU8, zipSync } from "fflate";

/** A document of the Office Open XML kind (ECMA-376) with some paragraphs and a table, as small as can be. */
export function docx(paragraphs: readonly string[], table: readonly (readonly string[])[]): Uint8Array {
  const run = (text: string) => `<w:r><w:t xml:space="preserve">${escaped(text)}</w:t></w:r>`;
  const paragraph = (text: string) => `<w:p>${run(text)}</w:p>`;
  const rows = table.map((cells) => `<w:tr>${cells.map((cell) => `<w:tc>${paragraph(cell)}</w:tc>`).join("")}</w:tr>`);
  const body = `${paragraphs.map(paragraph).join("")}<w:tbl>${rows.join("")}</w:tbl>`;
  const main = "application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml";
  const files = {
    "[Content_Types].xml": `<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml" ContentType="${main}"/></Types>`,
    "_rels/.rels": `<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>`,
    "word/document.xml": `<?xml version="1.0"?><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${body}</w:body></w:document>`,
  };
  return zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])));
}

function escaped(text: string): string {
  return text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;");
}
