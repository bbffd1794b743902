# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # How several legs share the load, over each hold: of their sum, and of what the main cell reads beside it.
        module Share
          POSITION = 80
          # A channel that follows the main one within this share is a second cell in line, not a leg.
          SAME_SHARE = 0.08

          # @return [Array<Finding>] none with one force alone, or without a plateau
          def self.find(analysis)
            legs = legs(analysis)
            return [] if legs.empty?

            least = Holds::LEAST_LEVEL_SHARE * analysis.peak_newtons
            analysis.of(Hold).reject { |f| f.force_newtons.abs < least }.map { |hold| finding(analysis, hold, legs) }
          end

          # @return [Hash{String => Array<Float>}] net forces of the channels that carry a part
          def self.legs(analysis)
            Forces.others(analysis).reject { |_, forces| (Forces.ratio(analysis, forces) - 1.0).abs <= SAME_SHARE }
          end

          def self.finding(analysis, hold, legs)
            from, stop = [hold.at_seconds, hold.until_seconds].map { |t| analysis.time_axis.index_at(t) }
            means = legs.transform_values { |forces| mean(forces[from..stop]) }.compact
            raise InsufficientData, "no leg has a reading in this hold" if means.empty?

            main = mean(analysis.clean[from..stop])
            sum = means.values.sum
            Finding.new(kind: :share, at_seconds: hold.at_seconds, until_seconds: hold.until_seconds,
                        force_newtons: main, because: because(means, sum, main),
                        extra: { main_newtons: main, sum_newtons: sum, sum_share: sum / main,
                                 main_saturated: saturated?(analysis, from, stop),
                                 legs: means.map do |name, v|
                                   { name: name, mean_newtons: v, share: v / sum, share_of_main: v / main }
                                 end })
          end
          private_class_method :finding

          def self.because(means, sum, main)
            legs = means.map { |name, v| format("%<name>s %<share>.1f %%", name: name, share: 100 * v / sum) }
            format("%<legs>s of the legs together, which are %<all>.1f %% of the main cell",
                   legs: legs.join(", "), all: 100 * sum / main)
          end
          private_class_method :because

          # @return [Float, nil] over the readings that are there
          def self.mean(values)
            there = values.reject(&:nan?)
            there.sum / there.size if there.any?
          end
          private_class_method :mean

          def self.saturated?(analysis, from, stop)
            analysis.of(Condition).any? do |f|
              f.kind == :saturated && f.extra[:sample] <= stop && f.extra[:last_sample] >= from
            end
          end
          private_class_method :saturated?
        end
      end
    end
  end
end
