/** Which state of the sources this program was built from. */
declare const __BUILD__: string;
