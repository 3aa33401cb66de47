/// <reference types="astro/client" />

declare namespace App {
  interface Locals {
    /** Names the request in the log. */
    requestId?: string;
    /** Where it comes from. */
    address?: string;
    /** The pattern of its address, for figures and the log. */
    route?: string;
    /** Whoever signed in, once it was asked. */
    person?: Promise<import('./server/people').Person | undefined>;
  }
}

/** Put in by the build. */
declare const __BUILD__: string | undefined;
