// Follows the rays that it is given among the triangles that it is given with a compiled ray
// library, one ray at a time on one core, says how many a second it follows, and tells what
// each met. `make rays` compares the renderer's own tree with it.
//
// In: int32 triangles, their corners (9 floats each), int32 rays, and each ray's start,
// direction and length (7 floats). Out: how far each goes (float, its length for no hit), and
// whether anything is in its way (one byte each).
#include <embree3/rtcore.h>

#include <chrono>
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <vector>

template <class T> static std::vector<T> take(FILE *f, size_t n) {
  std::vector<T> v(n);
  if (fread(v.data(), sizeof(T), n, f) != n) {
    fprintf(stderr, "the file ends too early\n");
    exit(1);
  }
  return v;
}

template <class F> static double rate(size_t rays, F once) {
  once();
  auto began = std::chrono::steady_clock::now();
  double s = 0;
  size_t done = 0;
  while (s < 1) {
    once();
    done += rays;
    s = std::chrono::duration<double>(std::chrono::steady_clock::now() - began).count();
  }
  return done / s / 1e6;
}

int main(int argc, char **argv) {
  if (argc != 3) {
    fprintf(stderr, "rays IN OUT\n");
    return 2;
  }
  FILE *f = fopen(argv[1], "rb");
  if (!f) return 1;
  int32_t n = take<int32_t>(f, 1)[0];
  auto corners = take<float>(f, 9 * size_t(n));
  int32_t rays = take<int32_t>(f, 1)[0];
  auto ray = take<float>(f, 7 * size_t(rays));
  fclose(f);

  RTCDevice device = rtcNewDevice("threads=1");
  RTCScene scene = rtcNewScene(device);
  rtcSetSceneBuildQuality(scene, RTC_BUILD_QUALITY_HIGH);
  RTCGeometry mesh = rtcNewGeometry(device, RTC_GEOMETRY_TYPE_TRIANGLE);
  memcpy(rtcSetNewGeometryBuffer(mesh, RTC_BUFFER_TYPE_VERTEX, 0, RTC_FORMAT_FLOAT3, 12, 3 * size_t(n)), corners.data(), 36 * size_t(n));
  auto *index = (uint32_t *)rtcSetNewGeometryBuffer(mesh, RTC_BUFFER_TYPE_INDEX, 0, RTC_FORMAT_UINT3, 12, n);
  for (uint32_t i = 0; i < 3 * uint32_t(n); i++) index[i] = i;
  rtcCommitGeometry(mesh);
  rtcAttachGeometry(scene, mesh);
  rtcCommitScene(scene);

  std::vector<float> far(rays);
  std::vector<uint8_t> hidden(rays);
  RTCIntersectContext context;
  rtcInitIntersectContext(&context);
  auto start = [&](int i, RTCRay &r) {
    const float *p = &ray[7 * size_t(i)];
    r.org_x = p[0], r.org_y = p[1], r.org_z = p[2], r.tnear = 1e-3f;
    r.dir_x = p[3], r.dir_y = p[4], r.dir_z = p[5], r.tfar = p[6];
    r.time = 0, r.mask = -1, r.id = 0, r.flags = 0;
  };
  double first = rate(rays, [&] {
    for (int i = 0; i < rays; i++) {
      RTCRayHit h;
      start(i, h.ray);
      h.hit.geomID = RTC_INVALID_GEOMETRY_ID, h.hit.instID[0] = RTC_INVALID_GEOMETRY_ID;
      rtcIntersect1(scene, &context, &h);
      far[i] = h.ray.tfar;
    }
  });
  double any = rate(rays, [&] {
    for (int i = 0; i < rays; i++) {
      RTCRay r;
      start(i, r);
      rtcOccluded1(scene, &context, &r);
      hidden[i] = r.tfar < 0;
    }
  });
  printf("%.3f %.3f\n", first, any);
  f = fopen(argv[2], "wb");
  if (!f || fwrite(far.data(), 4, rays, f) != size_t(rays) || fwrite(hidden.data(), 1, rays, f) != size_t(rays)) return 1;
  fclose(f);
}
