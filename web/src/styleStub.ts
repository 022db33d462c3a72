/** Stands in for style sheets where nothing is drawn. */
export default {};
