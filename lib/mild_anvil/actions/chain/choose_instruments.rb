# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # Which instruments read a pull: those somebody names, else those of the bench that the plan stands on; what its
      # zero did; and an overload where there was one.
      module ChooseInstruments
        module_function

        # @param pull [Store::Models::Pull] just made
        # @param instrument_id [Integer, nil] that counts, as somebody said; nil: by the plan's bench
        # @param zeros [Hash] before, after: newtons, as somebody read them
        def call(pull, lot, instrument_id: nil, zeros: {})
          return unless lot.measurand == "force"

          Practice::Apart.real!(lot, "No real instrument reads it") if instrument_id
          main = instrument_id ? Store::Models::Instrument.fetch!(instrument_id) : usual(lot)
          return if main.nil?

          Store::Models::PullInstrument.create(pull_id: pull.id, position: 0, instrument_id: main.id,
                                               zero_before_newtons: zeros[:before], zero_after_newtons: zeros[:after])
        end

        # @return [Store::Models::Instrument, nil] that counts on the plan's bench
        def usual(lot)
          bench = bench(lot) or return
          cells = bench.instruments
          cells.find { |cell| cell.id == bench.counting_instrument_id } || (cells.first if cells.size == 1)
        end

        # @return [Store::Models::Bench, nil]
        def bench(lot)
          return if lot.job.practice?

          id = Store::Models::Plan.of(lot.id)&.bench_id
          id && Store::Models::Bench.first(id: id, retired_at: nil)
        end

        # After a recording was read: its zero before and after, and the second cell in line.
        # @param findings [Array<Store::Models::Finding>]
        def complete(pull, lot, findings)
          main = Store::Models::PullInstrument.first(pull_id: pull.id, position: 0) or return
          drift = findings.find { |f| f.kind == "zero" }&.extra&.fetch("drift_newtons", nil)
          main.update(zero_before_newtons: 0.0, zero_after_newtons: drift) if drift
          agreement = findings.find { |f| f.kind == "agreement" } or return
          other = second(lot, main.instrument, agreement.extra["cell"].to_s) or return
          Store::Models::PullInstrument.create(pull_id: pull.id, position: 1, instrument_id: other.id)
        end

        # By the name of the channel; else the only other cell on the bench.
        def second(lot, main, channel)
          others = (bench(lot) || main.bench)&.instruments.to_a.reject { |cell| cell.id == main.id }
          others.find { |cell| channel.downcase.include?(cell.name.downcase) } || (others.first if others.one?)
        end
        private_class_method :second

        # @param value [Float, nil] newtons that were read
        def note_overload(pull, value, person_id:)
          row = Store::Models::PullInstrument.first(pull_id: pull.id, position: 0)
          return if row.nil? || value.nil? || value <= row.instrument.capacity_newtons

          Overloads.note(row.instrument_id, value, at: pull.pulled_at, pull_id: pull.id, person_id: person_id,
                                                   note: "read in pull #{pull.number}")
        end
      end
    end
  end
end
