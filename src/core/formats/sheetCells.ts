/** One cell of a workbook as its writer wants it: the type says that text is text, whatever it begins with. */
export interface SheetCell {
  readonly value: string | number;
  readonly type: StringConstructor | NumberConstructor;
  readonly fontWeight?: "bold";
}

/** Rows as the cells of a sheet, the first of them as headings. Numbers stay numbers, text is never a formula. */
export function sheetCells(rows: readonly (readonly (string | number)[])[]): SheetCell[][] {
  return rows.map((row, place) =>
    row.map(
      (value): SheetCell => ({
        value,
        type: typeof value === "number" ? Number : String,
        ...(place === 0 && { fontWeight: "bold" as const }),
      }),
    ),
  );
}
