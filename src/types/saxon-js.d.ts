declare module 'saxon-js' {
  const saxon: {
    readonly XPath: { evaluate(expression: string, context: unknown, options: object): unknown };
  };
  export default saxon;
}
