/**
 * The application: pages over the core, one package a feature. A feature asks another through its service, never through its tables.
 */
@NullMarked
package app.vineparcel.web;

import org.jspecify.annotations.NullMarked;
