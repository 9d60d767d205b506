/** What whoever runs the service measures and reads: metrics in Prometheus' text format, and a line for each request. */
@NullMarked
package dev.cuenta.service.metrics;

import org.jspecify.annotations.NullMarked;
