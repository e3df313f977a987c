declare module "psychrolib";
