# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Two cells in line: their running difference against the uncertainties of both.
        module Agreement
          POSITION = 81
          LOADED_SHARE = 0.2 # of the peak: below that a share says nothing

          # @return [Array<Finding>] one for each other cell that follows the main one
          def self.find(analysis)
            same = Forces.others(analysis).select do |_, forces|
              (Forces.ratio(analysis,
                            forces) - 1.0).abs <= Share::SAME_SHARE
            end
            same.map { |name, forces| finding(analysis, name, forces) }
          end

          # Method: |F1 - F2| <= sqrt(U1² + U2²), where the uncertainties are known.
          def self.finding(analysis, name, forces)
            loaded = (0...forces.size).select do |i|
              analysis.clean[i] >= LOADED_SHARE * analysis.peak_newtons && !forces[i].nan?
            end
            raise InsufficientData, "#{name} has no reading under load" if loaded.empty?

            differences = loaded.map { |i| forces[i] - analysis.clean[i] }
            worst = loaded.zip(differences).max_by { |_, d| d.abs }
            allowed = analysis.settings.cell_uncertainties_newtons&.then { |us| Math.sqrt(us.sum { |u| u * u }) }
            agree = allowed && worst.last.abs <= allowed
            Finding.new(kind: :agreement, at_seconds: analysis.time_axis[worst.first],
                        force_newtons: analysis.clean[worst.first],
                        because: because(name, agree),
                        extra: { cell: name, mean_difference_newtons: differences.sum / differences.size,
                                 largest_difference_newtons: worst.last, allowed_newtons: allowed, agree: agree,
                                 ratio: Forces.ratio(analysis, forces) })
          end
          private_class_method :finding

          def self.because(name, agree)
            return "#{name} beside the main cell: no uncertainties are known to judge the difference by" if agree.nil?

            if agree
              "#{name} and the main cell agree within their uncertainties"
            else
              "#{name} and the main cell differ " \
                "by more than their uncertainties allow"
            end
          end
          private_class_method :because
        end
      end
    end
  end
end
