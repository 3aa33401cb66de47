/// <reference types="astro/client" />

declare namespace App {
  interface Locals {
    /** Names the request in the log. */
    requestId?: string;
    /** Where it comes from. */
    address?: string;
    /** The pattern of its address, for figures and the log. */
    route?: string;
  }
}

/** Put in by the build. */
declare const __BUILD__: string | undefined;
