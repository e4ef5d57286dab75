/* The floor of `npm run bench`: a thousand winters of 200 days by the hour, as core/winter/winters.ts makes them, compiled with -O3: the same anomalies
   (drawn by Marsaglia's polar method), the same hours, each counted by the trapezoid.
   Prints the milliseconds of each run, and a sum that shows the work was done. */
#include <math.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

enum { WINTERS = 1000, DAYS = 200, HALF = 12, RUNS = 9 };

static uint32_t state;
static double uniform(void) {
  state += 0x6d2b79f5u;
  uint32_t t = state;
  t = (t ^ (t >> 15)) * (t | 1u);
  t ^= t + (t ^ (t >> 7)) * (t | 61u);
  return (double)(t ^ (t >> 14)) / 4294967296.0;
}

static double now_ms(void) {
  struct timespec t;
  clock_gettime(CLOCK_MONOTONIC, &t);
  return t.tv_sec * 1e3 + t.tv_nsec / 1e6;
}

int main(void) {
  static double low_C[365], high_C[365], cosine[HALF];
  for (int d = 0; d < 365; d++) {
    double season = cos(2 * M_PI * (d - 200) / 365.0);
    low_C[d] = 2.5 + 8.5 * season;
    high_C[d] = 15 + 13 * season;
  }
  for (int h = 0; h < HALF; h++) cosine[h] = cos(2 * M_PI * (h + 0.5) / 24.0);
  float *mean = malloc(sizeof(float) * WINTERS * DAYS), *half = malloc(sizeof(float) * WINTERS * DAYS), *counts = malloc(sizeof(float) * WINTERS * DAYS);
  const double keeps = 0.65, fresh = sqrt(1 - 0.65 * 0.65), own = sqrt(1 - 0.49), damping = 0.751, sd = 3.8;
  double total = 0;
  for (int run = 0; run < RUNS; run++) {
    state = 12345u + (uint32_t)run;
    double began = now_ms();
    for (int w = 0, at = 0; w < WINTERS; w++) {
      double low = 0, high = 0;
      for (int d = 0; d < DAYS; d++, at++) {
        double u, v, s;
        do {
          u = 2 * uniform() - 1;
          v = 2 * uniform() - 1;
          s = u * u + v * v;
        } while (s >= 1 || s == 0);
        double scale = sqrt(-2 * log(s) / s), first = u * scale, second = v * scale;
        low = keeps * low + fresh * first;
        high = keeps * high + fresh * (0.7 * first + own * second);
        int of = (300 + d) % 365;
        double min = low_C[of] + sd * low, max = high_C[of] + sd * high;
        if (max < min + 0.5) max = min + 0.5;
        mean[at] = (float)((min + max) / 2);
        half[at] = (float)((max - min) / 2 * damping);
      }
    }
    for (int i = 0; i < WINTERS * DAYS; i++) {
      double m = mean[i], h = half[i];
      if (m + h <= -2 || m - h >= 10) {
        counts[i] = 0;
        continue;
      }
      if (m - h >= 1 && m + h <= 5) {
        counts[i] = 1;
        continue;
      }
      double sum = 0;
      for (int hour = 0; hour < HALF; hour++) {
        double t = m + h * cosine[hour];
        if (t < 1) sum += t > -2 ? (t + 2) / 3 : 0;
        else if (t <= 5) sum += 1;
        else if (t < 10) sum += (10 - t) / 5;
      }
      counts[i] = (float)(sum / HALF);
    }
    double took = now_ms() - began;
    for (int i = 0; i < WINTERS * DAYS; i++) total += counts[i];
    printf("%.3f\n", took);
  }
  fprintf(stderr, "%.1f\n", total);
  return 0;
}
