declare module '@alpinejs/csp' {
  interface Alpine {
    data(name: string, component: () => object): void;
    start(): void;
    initTree(element: Element): void;
  }
  const alpine: Alpine;
  export default alpine;
}
