// First of all that a worker reads: the language of the page that started it, which is the worker's name.
(globalThis as { nuvrahLanguage?: string }).nuvrahLanguage = self.name;

export {};
