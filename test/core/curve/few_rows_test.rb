# frozen_string_literal: true

require_relative "../../test_helper"

# A handful of rows, noted by hand or logged once a second: the first of them are no rest, the pull is in them.
class FewRowsTest < CoreCase
  Curve = MildAnvil::Core::Curve
  KILONEWTONS = [[0, 5, 7], [0, 5, 6, 7], [0, 5, 7, 7.5, 7.8], [0.1, 2, 5, 8, 9.5, 10, 10.2, 0.1], [0, 0, 5], [5, 6, 7],
                 [0, 4, 7, 9, 10, 10.5, 10.8, 11, 11.1, 11.2, 11.2, 0]].freeze

  def analysis(forces)
    axis = Curve::TimeAxis.from(MildAnvil::Core::Packed.pack(forces.each_index.map(&:to_f)))
    force = Curve::Channel.new(name: "Force", role: "force", packed: MildAnvil::Core::Packed.pack(forces), main: true,
                               unit: MildAnvil::Catalogue.units.find("N"))
    Curve::Analysis.new(Curve::Recording.new(time_axis: axis, channels: [force]))
  end

  def test_a_few_rows_that_soften_go_upwards_and_the_same_counted_negative_downwards
    KILONEWTONS.each do |row|
      [1, -1].each do |sign|
        made = analysis(row.map { |value| value * 1000.0 * sign })

        assert_equal sign, made.sense, row.inspect
        assert_in_delta row.max * 1000.0, made.peak_newtons, 110.0, row.inspect
      end
    end
  end
end
