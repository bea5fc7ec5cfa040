/** The library ships this part without types; nothing of it is called here. */
declare module "pdfjs-dist/build/pdf.worker.mjs";
