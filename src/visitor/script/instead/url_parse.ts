/** Stands for `url-parse` in a page: every browser that is built for reads addresses itself. */
export default URL
