/**
 * Bootstrap's `legend + *` is a rule about whatever comes after something: for its sake browsers restyle a whole table with
 * each row that comes into view. No legend here floats, so nothing needs it.
 */
const withoutLegendSibling = {
  postcssPlugin: "without-legend-sibling",
  Rule(rule) {
    if (rule.selector.replaceAll(" ", "") === "legend+*") rule.remove();
  },
};

export default { plugins: [withoutLegendSibling] };
