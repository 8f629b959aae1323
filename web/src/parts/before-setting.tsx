/** Beside every setting that moves a servo or a motor once it is on the model. */
export function BeforeSetting() {
  return (
    <p className="text-sm font-semibold max-sm:leading-tight md:leading-none">
      Before you set this on the model: motor unplugged or pinion out of mesh, throttle hold on.
    </p>
  );
}
