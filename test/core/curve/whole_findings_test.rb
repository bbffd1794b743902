# frozen_string_literal: true

require_relative "../../support/known_curves"
require_relative "../../support/kept"

# Everything that is found in the known curves, not only what their truth asks for. A list may grow with a rule; each
# change of it is read.
class WholeFindingsTest < CoreCase
  include KnownCurves
  include Kept

  SOUND.each do |truth|
    define_method("test_#{truth['name']}") do
      found = Curve::Analysis.new(read_known(truth).recording).findings.map(&:to_h)

      assert_kept_as "findings_#{truth['name'][/\A\w+?(?=_)/]}", found
    end
  end
end
