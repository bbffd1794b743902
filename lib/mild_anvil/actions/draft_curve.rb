# frozen_string_literal: true

require "openssl"

module MildAnvil
  module Actions
    # A file read, searched and stored as a curve that waits for its pull. The preview makes it, so that the work is done
    # once and saving holds up nobody; it is found again by what it was read from and how.
    module DraftCurve
      # reading: Devices::Delimited::Reading; analysis: nil while there are questions; curve: nil where it is no pull
      Made = Struct.new(:reading, :analysis, :curve)

      module_function

      # @param source [Devices::Delimited::Source]
      # @param choices [Devices::Delimited::Reader::Choices]
      # @yieldparam reading [Devices::Delimited::Reading] the file as read by these choices
      # @yieldreturn [Devices::Delimited::Reader::Choices, nil] better ones
      # @return [Made]
      # @raise [InvalidInput]
      def call(source, name:, choices:)
        packing = Thread.new { Store::Models::SourceFile.pack(source.each_part) }
        reading = read(source, name, choices)
        better = yield(reading) if block_given?
        reading = read(source, name, choices = better) if better
        return Made.new(reading) unless reading.ready?

        analysis = Core::Curve::Analysis.new(reading.recording)
        Made.new(reading, analysis, why_no_pull(reading, analysis) ? nil : keep(packing, source: source, name: name, key: key(source, name, choices), reading: reading, analysis: analysis))
      end

      # @return [Store::Models::Curve, nil] what an earlier look at the same bytes in the same way left
      def find(source, name:, choices:)
        Store::Models::Curve.where(draft_key: key(source, name, choices), pull_id: nil).order(:id).last
      end

      # Lots are rated by force so far; a torque cannot be stored as newtons.
      # @return [String, nil]
      def why_no_pull(reading, analysis)
        main = reading.recording.main
        return "This file holds a #{main.role} in #{main.unit} and no force: a lot measured in force cannot take it" unless main.role == "force"

        "The highest force of this file is not above its zero: nothing was pulled. Choose another column" unless peak(analysis).force_newtons.positive?
      end

      def peak(analysis) = analysis.of(Core::Curve::Findings::Peak).first

      def read(source, name, choices) = Devices::Delimited::Reader.read(source, name: name, units: Catalogue.units, choices: choices)
      private_class_method :read

      def keep(packing, source:, name:, reading:, analysis:, key:)
        prepared = StoreCurve.prepare(reading.recording) # beside the findings
        findings = analysis.findings
        packed = packing.value
        StoreCurve.ready(prepared)
        Store::Database.write do
          SweepDrafts.call(name: name, sha256: source.sha256)
          StoreCurve.call(source: source, name: name, key: key, packed: packed, prepared: prepared, reading: reading, analysis: analysis, findings: findings)
        end
      end
      private_class_method :keep

      # The version is part of it: another one may read otherwise.
      def key(source, name, choices)
        OpenSSL::Digest::SHA256.hexdigest(JSON.generate([VERSION, Core::Curve::Analysis::RULE_VERSION, source.sha256, source.size, name, choices.to_h]))
      end
      private_class_method :key
    end
  end
end
