/* Writes an EDF+ file with EDFlib, or prints what EDFlib reads from one. Used by scripts/golden-edf.mjs.
   gcc golden-edf.c -ledf; Debian package libedf-dev. */
#include <edflib.h>
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

#define HZ 25
#define SECONDS 30

static int write_file(const char *path) {
  int hdl = edfopen_file_writeonly(path, EDFLIB_FILETYPE_EDFPLUS, 2);
  if (hdl < 0) return 1;
  const char *labels[] = {"Thorax", "Abdomen"};
  for (int s = 0; s < 2; s++) {
    edf_set_samplefrequency(hdl, s, HZ);
    edf_set_physical_maximum(hdl, s, 2.0);
    edf_set_physical_minimum(hdl, s, -2.0);
    edf_set_digital_maximum(hdl, s, 32767);
    edf_set_digital_minimum(hdl, s, -32768);
    edf_set_label(hdl, s, labels[s]);
    edf_set_physical_dimension(hdl, s, "V");
  }
  edf_set_startdatetime(hdl, 2026, 3, 9, 14, 5, 30);
  for (int r = 0; r < SECONDS; r++)
    for (int s = 0; s < 2; s++) {
      double buf[HZ];
      for (int i = 0; i < HZ; i++) {
        double t = r + (double)i / HZ;
        buf[i] = s == 0 ? -cos(2 * M_PI * 0.2 * t) : 0.6 * -cos(2 * M_PI * 0.2 * t + M_PI / 6);
      }
      edfwrite_physical_samples(hdl, buf);
    }
  /* Onset and duration in units of 100 microseconds. */
  edfwrite_annotation_utf8(hdl, 35000, 20000, "Position: sitting");
  edfwrite_annotation_utf8(hdl, 120000, -1, "cough");
  return edfclose_file(hdl);
}

static int read_file(const char *path) {
  struct edf_hdr_struct hdr;
  if (edfopen_file_readonly(path, &hdr, EDFLIB_READ_ALL_ANNOTATIONS)) { fprintf(stderr, "filetype error %d\n", hdr.filetype); return 1; }
  printf("{\"filetype\":%d,\"durationS\":%.6f,\"start\":\"%04d-%02d-%02dT%02d:%02d:%02d\",\"signals\":[", hdr.filetype, hdr.file_duration / (double)EDFLIB_TIME_DIMENSION,
         hdr.startdate_year, hdr.startdate_month, hdr.startdate_day, hdr.starttime_hour, hdr.starttime_minute, hdr.starttime_second);
  for (int s = 0; s < hdr.edfsignals; s++) {
    long long n = hdr.signalparam[s].smp_in_file;
    double *buf = malloc(n * sizeof(double));
    edfread_physical_samples(hdr.handle, s, n, buf);
    printf("%s{\"label\":\"%s\",\"samples\":%lld,\"every\":37,\"values\":[", s ? "," : "", hdr.signalparam[s].label, n);
    for (long long i = 0; i < n; i += 37) printf("%s%.9f", i ? "," : "", buf[i]);
    printf("]}");
    free(buf);
  }
  printf("],\"annotations\":[");
  for (long long i = 0; i < hdr.annotations_in_file; i++) {
    struct edf_annotation_struct a;
    edf_get_annotation(hdr.handle, i, &a);
    printf("%s{\"atS\":%.6f,\"length\":\"%s\",\"text\":\"%s\"}", i ? "," : "", a.onset / (double)EDFLIB_TIME_DIMENSION, a.duration, a.annotation);
  }
  printf("]}\n");
  return edfclose_file(hdr.handle);
}

int main(int argc, char **argv) {
  if (argc == 3 && !strcmp(argv[1], "write")) return write_file(argv[2]);
  if (argc == 3 && !strcmp(argv[1], "read")) return read_file(argv[2]);
  return 2;
}
